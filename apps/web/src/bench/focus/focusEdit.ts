import { focusEditText } from '@gangway/messages/web/bench/focusEdit';
import { say } from '@gangway/messages/say';
import type { TiltMechanism } from '@gangway/core/focus/tiltMechanism';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { reaches } from '@gangway/core/rig/mechanism';
import { patched } from '@gangway/core/setup/patch';
import { capital, fixed, riseWords, turnWords } from '@gangway/core/words';
import { focusWords } from '@gangway/core/checks/wording';
import { nearestTilt } from '@gangway/core/focus/tiltMechanism';
import { FOCUS_FARTHEST_M } from '@gangway/core/setup/bounds';
import { limitsSchema, sharpnessSchema, stackSchema } from '@gangway/contract/focus';
import type { Stack } from '@gangway/core/fields/stack';
import type { StandardTurn } from '@gangway/core/model/movements';
import type { FocusLimits, SetupPatch, SetupSettings } from '@gangway/core/model/setup';
import type { SharpnessStandard } from '@gangway/core/model/sharpness';
import { setupEdit, refusal } from '../editing/setupEdit';
import { setupTiltMechanism } from '@gangway/core/planning/setupTilt';
import { refocused, turnedByHand } from '@gangway/core/planning/turnByHand';
import { givenBack } from '@gangway/core/planning/givenBack';

/** The focus distance: more than the focal length, or infinity; below zero only for a lens that is turned. */
function setFocus(typedM: number | null, gesture?: string): string | null {
  const settings = setupEdit.present();
  const focusM = typedM === Number.POSITIVE_INFINITY ? null : typedM;
  if (!settings) return null;
  const { focalMm } = settings.rig.lens;
  if (focusM !== null && !(focusM * 1000 > focalMm) && !(focusM < 0 && geometryOf(settings).turned)) {
    return say(focusEditText.focusMIsInsideThe, { focusM: fixed(focusM, 2), focalMm: focalMm / 1000 });
  }
  if (focusM !== null && Math.abs(focusM) > FOCUS_FARTHEST_M)
    return say(focusEditText.focusMIsTooFar, {
      focusM: fixed(focusM, 0),
      focusM2: focusM < 0 ? '−' : '',
      focusFarthestM: FOCUS_FARTHEST_M,
    });
  if (focusM !== settings.focusM) setupEdit.change({ ...settings, focusM }, focusWords(focusM), gesture);
  return null;
}

/** Turns the lens by hand: to the nearest that its mechanism can, in tenths. */
function turnWithin(turn: Partial<StandardTurn>, gesture?: string): void {
  const settings = setupEdit.present();
  if (!settings) return;
  const tenth = (deg: number): number => Math.round(deg * 10) / 10 + 0;
  const wanted = { ...settings.front, ...turn };
  const to = { tiltDeg: tenth(wanted.tiltDeg), swingDeg: tenth(wanted.swingDeg) };
  const mechanism = setupTiltMechanism(settings);
  const front = mechanism ? nearestTilt(mechanism, to) : to;
  if (front.tiltDeg === settings.front.tiltDeg && front.swingDeg === settings.front.swingDeg) return;
  setupEdit.change(patched(settings, turnedByHand(geometryOf(settings), { front })), turnWords(front), gesture);
}

/** A typed tilt or swing: taken, or refused with the nearest that the mechanism can. */
function whyNot(mechanism: TiltMechanism): string {
  if (mechanism.kind === 'line') return focusEditText.itsDirectionIsLockedTo;
  return mechanism.kind === 'cone' && mechanism.maxDeg === 0 ? focusEditText.thisRigDoesNotTilt : focusEditText.theMechanismEndsBefore;
}

function typeTurn(control: 'tilt' | 'swing', deg: number): string | null {
  const settings = setupEdit.present();
  if (!settings) return null;
  const front = control === 'tilt' ? { ...settings.front, tiltDeg: deg } : { ...settings.front, swingDeg: deg };
  if (Math.abs(deg) > 45) return say(focusEditText.isOutOfRangeAt, { control: capital(control), deg: fixed(deg, 1) });
  const mechanism = setupTiltMechanism(settings);
  if (mechanism) {
    const near = nearestTilt(mechanism, front);
    if (Math.hypot(near.tiltDeg - front.tiltDeg, near.swingDeg - front.swingDeg) > 0.005) {
      return say(focusEditText.cannotBeSetTheNearest, {
        front: capital(turnWords(front)),
        mechanism: whyNot(mechanism),
        near: turnWords(near),
      });
    }
  }
  setupEdit.change(patched(settings, turnedByHand(geometryOf(settings), { front })), turnWords(front));
  return null;
}

/** Turns the back on the camera, within what the rear standard can. */
function setRear(turn: Partial<StandardTurn>, most: StandardTurn): string | null {
  const settings = setupEdit.present();
  if (!settings) return null;
  const rear = { ...settings.rear, ...turn };
  for (const [key, label] of [
    ['tiltDeg', focusEditText.rearTilt],
    ['swingDeg', focusEditText.rearSwing],
  ] as const) {
    if (Math.abs(rear[key]) > most[key] + 1e-9)
      return say(focusEditText.isBeyondTheRearStandard, { label, rear: fixed(rear[key], 1), most: fixed(most[key], 1) });
  }
  setupEdit.change(
    patched(settings, turnedByHand(geometryOf(settings), { rear })),
    say(focusEditText.rearTiltSwing, { tiltDeg: fixed(rear.tiltDeg, 1), swingDeg: fixed(rear.swingDeg, 1) }),
  );
  return null;
}

function setSharpness(sharpness: SharpnessStandard): string | null {
  const settings = setupEdit.present();
  if (!settings) return null;
  const wrong = refusal(sharpnessSchema.safeParse(sharpness));
  if (wrong !== null) return wrong;
  setupEdit.change({ ...settings, sharpness }, focusEditText.whatCountsAsSharp);
  return null;
}

function setLimits(changes: Partial<FocusLimits>): string | null {
  const settings = setupEdit.present();
  if (!settings) return null;
  const parsed = limitsSchema.safeParse({ ...settings.limits, ...changes });
  if (!parsed.success) return parsed.error.issues[0]?.message ?? focusEditText.thisValueIsNotAllowed;
  setupEdit.change({ ...settings, limits: parsed.data }, 'limits');
  return null;
}

/** Sets the stack, or a single shot in its place; the same bounds hold as for what is saved. */
function setStack(stack: Stack | null): string | null {
  const settings = setupEdit.present();
  if (!settings) return null;
  const { focalMm } = settings.rig.lens;
  if (stack !== null) {
    const wrong = refusal(stackSchema.safeParse(stack));
    if (wrong !== null) return wrong;
    if (stack.lastFocusM !== null && !(stack.lastFocusM * 1000 > focalMm))
      return say(focusEditText.focusMIsInsideThe, { focusM: fixed(stack.lastFocusM, 2), focalMm: focalMm / 1000 });
  }
  setupEdit.change({ ...settings, stack }, stack === null ? focusEditText.singleShot : focusEditText.focusStack);
  return null;
}

/** Makes sharp again what was sharp before a standard was turned. */
function refocus(before: SetupSettings): void {
  const settings = setupEdit.present();
  if (!settings) return;
  const focusM = refocused(geometryOf(before), geometryOf(settings));
  setupEdit.change({ ...settings, focusM }, focusWords(focusM));
}

/** Sets a solution of focus; the picture is put back where a pivot has carried it, if the slides reach. */
function applyFocus(patch: SetupPatch, said: string): void {
  const settings = setupEdit.present();
  if (!settings) return;
  const next = patched(settings, patch);
  const movements = givenBack(geometryOf(next));
  const kept = movements && reaches(next.rig.mechanism, movements) === true ? patched(next, { movements, composed: true }) : next;
  setupEdit.change(kept, movements && kept !== next ? `${said}, ${riseWords(movements.riseMm)}` : said);
}

/** What focus, tilt and swing are set by, and what counts as sharp. */
export const focusEdit = { setFocus, turnWithin, typeTurn, setRear, setSharpness, setLimits, setStack, applyFocus, refocus };

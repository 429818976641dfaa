import type { TiltMechanism } from '@gangway/core/focus/tiltMechanism';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { reaches } from '@gangway/core/rig/mechanism';
import { patched } from '@gangway/core/setup/patch';
import { capital, fixed, riseWords, turnWords } from '@gangway/core/words';
import { focusWords } from '@gangway/core/checks/wording';
import { nearestTilt } from '@gangway/core/focus/tiltMechanism';
import { FOCUS_FARTHEST_M } from '@gangway/core/setup/bounds';
import { limitsSchema, sharpnessSchema } from '@gangway/contract/focus';
import type { StandardTurn } from '@gangway/core/model/movements';
import type { FocusLimits, SetupPatch } from '@gangway/core/model/setup';
import type { SharpnessStandard } from '@gangway/core/model/sharpness';
import { setupEdit, refusal } from '../editing/setupEdit';
import { standTiltMechanism } from '@gangway/core/planning/standTilt';
import { givenBack } from '@gangway/core/planning/givenBack';

/** The focus distance: more than the focal length, or infinity; below zero only for a lens that is turned. */
function setFocus(typedM: number | null, gesture?: string): string | null {
  const settings = setupEdit.present();
  const focusM = typedM === Number.POSITIVE_INFINITY ? null : typedM;
  if (!settings) return null;
  const { focalMm } = settings.rig.lens;
  if (focusM !== null && !(focusM * 1000 > focalMm) && !(focusM < 0 && geometryOf(settings).turned)) {
    return `Focus ${fixed(focusM, 2)} m is inside the focal length; it must be more than ${focalMm / 1000} m.`;
  }
  if (focusM !== null && Math.abs(focusM) > FOCUS_FARTHEST_M)
    return `Focus ${fixed(focusM, 0)} m is too far to tell from infinity; at most ${focusM < 0 ? '−' : ''}${FOCUS_FARTHEST_M} m.`;
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
  const mechanism = standTiltMechanism(settings);
  const front = mechanism ? nearestTilt(mechanism, to) : to;
  if (front.tiltDeg === settings.front.tiltDeg && front.swingDeg === settings.front.swingDeg) return;
  setupEdit.change(patched(settings, { front }), turnWords(front), gesture);
}

/** A typed tilt or swing: taken, or refused with the nearest that the mechanism can. */
function whyNot(mechanism: TiltMechanism): string {
  if (mechanism.kind === 'line') return 'its direction is locked to the shift';
  return mechanism.kind === 'cone' && mechanism.maxDeg === 0 ? 'this rig does not tilt' : 'the mechanism ends before';
}

function typeTurn(control: 'tilt' | 'swing', deg: number): string | null {
  const settings = setupEdit.present();
  if (!settings) return null;
  const front = control === 'tilt' ? { ...settings.front, tiltDeg: deg } : { ...settings.front, swingDeg: deg };
  if (Math.abs(deg) > 45) return `${capital(control)} ${fixed(deg, 1)}° is out of range: at most 45° either way.`;
  const mechanism = standTiltMechanism(settings);
  if (mechanism) {
    const near = nearestTilt(mechanism, front);
    if (Math.hypot(near.tiltDeg - front.tiltDeg, near.swingDeg - front.swingDeg) > 0.005) {
      return `${capital(turnWords(front))} cannot be set: ${whyNot(mechanism)}. The nearest is ${turnWords(near)}.`;
    }
  }
  setupEdit.change(patched(settings, { front }), turnWords(front));
  return null;
}

/** Turns the back on the camera, within what the rear standard can. */
function setRear(turn: Partial<StandardTurn>, most: StandardTurn): string | null {
  const settings = setupEdit.present();
  if (!settings) return null;
  const rear = { ...settings.rear, ...turn };
  for (const [key, label] of [
    ['tiltDeg', 'Rear tilt'],
    ['swingDeg', 'Rear swing'],
  ] as const) {
    if (Math.abs(rear[key]) > most[key] + 1e-9)
      return `${label} ${fixed(rear[key], 1)}° is beyond the rear standard: it goes ${fixed(most[key], 1)}° either way.`;
  }
  setupEdit.change(patched(settings, { rear }), `rear tilt ${fixed(rear.tiltDeg, 1)}°, swing ${fixed(rear.swingDeg, 1)}°`);
  return null;
}

function setSharpness(sharpness: SharpnessStandard): string | null {
  const settings = setupEdit.present();
  if (!settings) return null;
  const wrong = refusal(sharpnessSchema.safeParse(sharpness));
  if (wrong !== null) return wrong;
  setupEdit.change({ ...settings, sharpness }, 'what counts as sharp');
  return null;
}

function setLimits(changes: Partial<FocusLimits>): string | null {
  const settings = setupEdit.present();
  if (!settings) return null;
  const parsed = limitsSchema.safeParse({ ...settings.limits, ...changes });
  if (!parsed.success) return parsed.error.issues[0]?.message ?? 'This value is not allowed.';
  setupEdit.change({ ...settings, limits: parsed.data }, 'limits');
  return null;
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
export const focusEdit = { setFocus, turnWithin, typeTurn, setRear, setSharpness, setLimits, applyFocus };

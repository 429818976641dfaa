import { geometryOf } from '@gangway/core/geometry/geometry';
import { sceneSchema, stanceSchema } from '@gangway/contract/scene';
import type { Vec3 } from '@gangway/core/space/vector';
import { nearestReachable, onSlide, reaches, travelOf } from '@gangway/core/rig/mechanism';
import type { KitItem } from '@gangway/core/kit/item';
import { assembled, storedRig } from '@gangway/core/rig/assembled';
import { withItem } from '@gangway/core/rig/parts';
import type { FromHere } from '@gangway/core/planning/fromHere';
import { patched } from '@gangway/core/setup/patch';
import { givenBack, standTiltMechanism } from '@gangway/core/planning/solveFocus';
import { apertureWords, fixed, mmWords, riseWords, shiftWords, turnWords } from '@gangway/core/words';
import { focusWords } from '@gangway/core/checks/wording';
import { nearestTilt } from '@gangway/core/focus/tiltMechanism';
import { movementsSchema } from '@gangway/contract/stand';
import { FOCUS_FARTHEST_M } from '@gangway/core/setup/bounds';
import { limitsSchema, pinSchema, PINS_MOST, sharpnessSchema } from '@gangway/contract/focus';
import type { ZodSafeParseResult } from 'zod';
import { store } from '../store/store';
import { changed } from './edit';
import { fittedTo } from './rig/fitted';
import type { Mechanism, ShiftPosition, StandardTurn } from '@gangway/core/model/movements';
import type { Rig } from '@gangway/core/model/rig';
import type { Scene } from '@gangway/core/model/scene';
import type { FocusLimits, SetupPatch, SetupSettings } from '@gangway/core/model/setup';
import type { Pin } from '@gangway/core/model/pin';
import type { SharpnessStandard } from '@gangway/core/model/sharpness';

function present(): SetupSettings | null {
  return store.getState().edit.present?.settings ?? null;
}

function change(settings: SetupSettings, said: string, gesture?: string): void {
  store.dispatch(changed({ settings, said, ...(gesture !== undefined && { gesture }) }));
}

/** What a schema has against something, in a sentence; `null` for nothing. */
function refusal(parsed: ZodSafeParseResult<unknown>): string | null {
  return parsed.success ? null : (parsed.error.issues[0]?.message ?? 'This cannot be.');
}

function move(to: Partial<ShiftPosition>, gesture?: string): void {
  const settings = present();
  if (!settings) return;
  const next = patched(settings, { movements: to });
  const { riseMm, shiftMm } = next.movements;
  if (riseMm === settings.movements.riseMm && shiftMm === settings.movements.shiftMm) return;
  change(
    next,
    [to.riseMm !== undefined ? riseWords(riseMm) : '', to.shiftMm !== undefined ? shiftWords(shiftMm) : ''].filter(Boolean).join(', '),
    gesture,
  );
}

function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** How far a position is from where the mechanism can go, mm. */
function beyondMm(mechanism: Mechanism, at: ShiftPosition): number {
  const near = nearestReachable(mechanism, at);
  return Math.hypot(near.riseMm - at.riseMm, near.shiftMm - at.shiftMm);
}

/** A typed movement: taken, or refused with the reason when the mechanism cannot take it. A stand that is beyond its stops (its rig was changed) may always come nearer. */
function typeMovement(control: 'rise' | 'shift', mm: number): string | null {
  const settings = present();
  if (!settings) return null;
  const { mechanism } = settings.rig;
  if (mechanism.kind === 'line') {
    return 'This slide is locked to an angle: rise and shift go together.';
  }
  const to = control === 'rise' ? { riseMm: mm } : { shiftMm: mm };
  const next = { ...settings.movements, ...to };
  if (reaches(mechanism, next) === false && beyondMm(mechanism, next) >= beyondMm(mechanism, settings.movements)) {
    const ends = travelOf(mechanism, control, settings.movements);
    const words = control === 'rise' ? riseWords : shiftWords;
    const wanted = capital(words(mm));
    if (!ends || ends.maxMm - ends.minMm === 0) return `${wanted} is beyond the mechanism: it does not move this way here.`;
    const other = control === 'rise' ? shiftWords(settings.movements.shiftMm) : riseWords(settings.movements.riseMm);
    const along = mechanism.kind === 'disc' ? `, with ${other}` : '';
    return `${wanted} is beyond the end stop: the slide goes from ${words(ends.minMm)} to ${words(ends.maxMm)}${along}.`;
  }
  // Where the stops are not known, still only what can be written down.
  const wrong = refusal(movementsSchema.safeParse(next));
  if (wrong !== null) return wrong;
  move(to);
  return null;
}

function typeSlide(mm: number): string | null {
  const mechanism = present()?.rig.mechanism;
  if (mechanism?.kind !== 'line') return null;
  if (mm > mechanism.forwardMm + 0.005 || mm < -mechanism.backMm - 0.005) {
    return `Slide ${mmWords(mm)} is beyond the end stop: it goes from ${fixed(-mechanism.backMm, 1)} to ${mmWords(mechanism.forwardMm)}.`;
  }
  move(onSlide(mechanism, mm));
  return null;
}

function setAperture(fNumber: number, gesture?: string): void {
  const settings = present();
  if (settings && settings.fNumber !== fNumber) change(patched(settings, { fNumber }), apertureWords(fNumber), gesture);
}

/** A typed aperture: any within the lens's ends, on a click or between. */
function typeAperture(fNumber: number): string | null {
  const lens = present()?.rig.lens;
  if (!lens) return null;
  if (fNumber < lens.widestFNumber || fNumber > lens.smallestFNumber) {
    return `${apertureWords(fNumber)} is not on this lens: it goes from ${apertureWords(lens.widestFNumber)} to ${apertureWords(lens.smallestFNumber)}.`;
  }
  setAperture(fNumber);
  return null;
}

function setOrientation(orientation: SetupSettings['orientation']): void {
  const settings = present();
  if (settings && settings.orientation !== orientation) change(patched(settings, { orientation }), `frame in ${orientation}`);
}

/** The focus distance: more than the focal length, or infinity; below zero only for a lens that is turned. */
function setFocus(typedM: number | null, gesture?: string): string | null {
  const settings = present();
  const focusM = typedM === Number.POSITIVE_INFINITY ? null : typedM;
  if (!settings) return null;
  const { focalMm } = settings.rig.lens;
  if (focusM !== null && !(focusM * 1000 > focalMm) && !(focusM < 0 && geometryOf(settings).turned)) {
    return `Focus ${fixed(focusM, 2)} m is inside the focal length; it must be more than ${focalMm / 1000} m.`;
  }
  if (focusM !== null && Math.abs(focusM) > FOCUS_FARTHEST_M)
    return `Focus ${fixed(focusM, 0)} m is too far to tell from infinity; at most ${focusM < 0 ? '−' : ''}${FOCUS_FARTHEST_M} m.`;
  if (focusM !== settings.focusM) change({ ...settings, focusM }, focusWords(focusM), gesture);
  return null;
}

/** Turns the lens by hand: to the nearest that its mechanism can, in tenths. */
function turnWithin(turn: Partial<StandardTurn>, gesture?: string): void {
  const settings = present();
  if (!settings) return;
  const tenth = (deg: number): number => Math.round(deg * 10) / 10 + 0;
  const wanted = { ...settings.front, ...turn };
  const to = { tiltDeg: tenth(wanted.tiltDeg), swingDeg: tenth(wanted.swingDeg) };
  const mechanism = standTiltMechanism(settings);
  const front = mechanism ? nearestTilt(mechanism, to) : to;
  if (front.tiltDeg === settings.front.tiltDeg && front.swingDeg === settings.front.swingDeg) return;
  change(patched(settings, { front }), turnWords(front), gesture);
}

/** A typed tilt or swing: taken, or refused with the nearest that the mechanism can. */
function typeTurn(control: 'tilt' | 'swing', deg: number): string | null {
  const settings = present();
  if (!settings) return null;
  const front = control === 'tilt' ? { ...settings.front, tiltDeg: deg } : { ...settings.front, swingDeg: deg };
  if (Math.abs(deg) > 45) return `${capital(control)} ${fixed(deg, 1)}° cannot be: at most 45° either way.`;
  const mechanism = standTiltMechanism(settings);
  if (mechanism) {
    const near = nearestTilt(mechanism, front);
    if (Math.hypot(near.tiltDeg - front.tiltDeg, near.swingDeg - front.swingDeg) > 0.005) {
      const why =
        mechanism.kind === 'line'
          ? 'its direction is locked to the shift'
          : mechanism.kind === 'cone' && mechanism.maxDeg === 0
            ? 'this rig does not tilt'
            : 'the mechanism ends before';
      return `${capital(turnWords(front))} cannot be set: ${why}. The nearest is ${turnWords(near)}.`;
    }
  }
  change(patched(settings, { front }), turnWords(front));
  return null;
}

/** Adds a pin, and says why not when there are too many. */
function addPin(pin: Omit<Pin, 'id' | 'weight'>): string | null {
  const settings = present();
  if (!settings) return null;
  if (settings.pins.length >= PINS_MOST) return `A stand may have at most ${PINS_MOST} pins; take one away first.`;
  change({ ...settings, pins: [...settings.pins, { ...pin, id: crypto.randomUUID(), weight: 1 }] }, `pin on ${pin.name}`);
  return null;
}

/** Changes a pin, or says why it cannot be so. */
function changePin(id: string, changes: Partial<Omit<Pin, 'id'>>, gesture?: string): string | null {
  const settings = present();
  const before = settings?.pins.find((each) => each.id === id);
  if (!settings || !before) return null;
  const parsed = pinSchema.safeParse({ ...before, ...changes });
  if (!parsed.success) return parsed.error.issues[0]?.message ?? 'This cannot be.';
  change({ ...settings, pins: settings.pins.map((each) => (each.id === id ? parsed.data : each)) }, `pin “${parsed.data.name}”`, gesture);
  return null;
}

/** Drags a single pin to where it goes in the stand as it is now, in whole millimetres. */
function dragPin(id: string, where: (settings: SetupSettings) => Vec3 | null, gesture: string): void {
  const settings = present();
  const to = settings && where(settings);
  if (!to) return;
  const round = (m: number): number => Math.round(m * 1000) / 1000 + 0;
  changePin(id, { place: { kind: 'point', at: [round(to[0]), round(to[1]), round(to[2])] } }, gesture);
}

function removePin(id: string): void {
  const settings = present();
  if (settings) change({ ...settings, pins: settings.pins.filter((each) => each.id !== id) }, 'a pin taken away');
}

function setSharpness(sharpness: SharpnessStandard): string | null {
  const settings = present();
  if (!settings) return null;
  const wrong = refusal(sharpnessSchema.safeParse(sharpness));
  if (wrong !== null) return wrong;
  change({ ...settings, sharpness }, 'what counts as sharp');
  return null;
}

function setLimits(changes: Partial<FocusLimits>): string | null {
  const settings = present();
  if (!settings) return null;
  const parsed = limitsSchema.safeParse({ ...settings.limits, ...changes });
  if (!parsed.success) return parsed.error.issues[0]?.message ?? 'This cannot be.';
  change({ ...settings, limits: parsed.data }, 'limits');
  return null;
}

/** Sets a solution of focus; the picture is put back where a pivot has carried it, if the slides reach. */
function applyFocus(patch: SetupPatch, said: string): void {
  const settings = present();
  if (!settings) return;
  const next = patched(settings, patch);
  const movements = givenBack(geometryOf(next));
  const kept = movements && reaches(next.rig.mechanism, movements) === true ? patched(next, { movements, composed: true }) : next;
  change(kept, movements && kept !== next ? `${said}, ${riseWords(movements.riseMm)}` : said);
}

/** Moves by hand in the Finder: to the nearest place that the mechanism can take, in tenths. */
function moveWithin(to: ShiftPosition, gesture?: string): void {
  const mechanism = present()?.rig.mechanism;
  if (!mechanism) return;
  const near = nearestReachable(mechanism, { riseMm: Math.round(to.riseMm * 10) / 10, shiftMm: Math.round(to.shiftMm * 10) / 10 });
  const settings = present();
  // Composed anew: what a tilt has carried off is taken as it is now.
  if (settings && (settings.composedAt.tiltDeg !== settings.front.tiltDeg || settings.composedAt.swingDeg !== settings.front.swingDeg)) {
    change(patched(settings, { movements: { riseMm: near.riseMm, shiftMm: near.shiftMm }, composed: true }), 'composed anew', gesture);
    return;
  }
  move({ riseMm: near.riseMm, shiftMm: near.shiftMm }, gesture);
}

/** Stands so far off; a focus on the subject stays on it. */
function setDistance(distanceM: number, gesture?: string): string | null {
  const settings = present();
  if (!settings?.scene) return null;
  const { focalMm } = settings.rig.lens;
  if (!(distanceM * 1000 > focalMm * 1.01) || distanceM > 100_000)
    return `Distance ${fixed(distanceM, 2)} m cannot be: it must be more than ${fixed((focalMm * 1.01) / 1000, 3)} m and at most 100000 m.`;
  const next = patched(settings, { distanceM });
  const words = next.scene && stanceWords(next.scene);
  if (words) return words;
  change(next, `${fixed(distanceM, 2)} m off`, gesture);
  return null;
}

function setRig(rig: Rig, said = 'figures of the rig'): void {
  const settings = present();
  if (settings) change(fittedTo(rig, settings), said);
}

/** Another rig as the table of all rigs found it: turned, with the rise it needs, at the widest aperture that holds. */
function takeRig(
  rig: Rig,
  orientation: SetupSettings['orientation'],
  { riseMm, fromFNumber }: Pick<FromHere, 'riseMm' | 'fromFNumber'>,
): void {
  const settings = present();
  if (!settings) return;
  const fitted = fittedTo(rig, settings);
  const focusM = settings.scene?.distanceM ?? fitted.focusM;
  // A rise is set in tenths, and never less than what is needed.
  const tenths = riseMm >= 0 ? Math.ceil(riseMm * 10 - 1e-9) : Math.floor(riseMm * 10 + 1e-9);
  change(
    { ...fitted, focusM, orientation, fNumber: fromFNumber ?? fitted.fNumber, movements: { riseMm: tenths / 10 + 0, shiftMm: 0 } },
    `rig “${rig.name}”, ${orientation}`,
  );
}

/** Puts new figures of one of its components into the rig of the stand. */
function takeItem(item: KitItem): void {
  const rig = present()?.rig;
  const next = rig && assembled({ ...storedRig(rig), parts: withItem(rig.parts, item) });
  if (next?.known) setRig(next.value, `figures of ${item.name}`);
}

/** What is wrong with where the camera stands, in a sentence. */
function stanceWords(scene: Scene): string | null {
  // A subject that stays is not read again: a model has many thousand points.
  return refusal(stanceSchema.safeParse(Object.fromEntries(Object.entries(scene).filter(([key]) => key !== 'subject'))));
}

/** Changes the scene, or says why it cannot be so. A subject that stays is not read again. */
function tryScene(scene: Scene, said: string, gesture?: string): string | null {
  const settings = present();
  if (!settings) return null;
  const words = scene.subject === settings.scene?.subject ? stanceWords(scene) : refusal(sceneSchema.safeParse(scene));
  if (words !== null) return words;
  change({ ...settings, scene }, said, gesture);
  return null;
}

/** Changes something of the present scene, or says why it cannot be so. */
function amendScene(amend: (scene: Scene) => Scene, said: string, gesture?: string): string | null {
  const scene = present()?.scene;
  return scene ? tryScene(amend(scene), said, gesture) : null;
}

/** The round thing whose stretch is looked after; `null` lets it go. */
function watch(point: Vec3 | null): void {
  amendScene((scene) => ({ ...scene, watched: point }), point ? 'a thing to watch' : 'nothing to watch');
}

function setCrop(crop: number | null, said: string): void {
  const settings = present();
  if (settings && settings.crop !== crop) change({ ...settings, crop }, said);
}

/** Turns the back on the camera, within what the rear standard can. */
function setRear(turn: Partial<StandardTurn>, most: StandardTurn): string | null {
  const settings = present();
  if (!settings) return null;
  const rear = { ...settings.rear, ...turn };
  for (const [key, label] of [
    ['tiltDeg', 'Rear tilt'],
    ['swingDeg', 'Rear swing'],
  ] as const) {
    if (Math.abs(rear[key]) > most[key] + 1e-9)
      return `${label} ${fixed(rear[key], 1)}° is beyond the rear standard: it goes ${fixed(most[key], 1)}° either way.`;
  }
  change(patched(settings, { rear }), `rear tilt ${fixed(rear.tiltDeg, 1)}°, swing ${fixed(rear.swingDeg, 1)}°`);
  return null;
}

function apply(patch: SetupPatch, said: string, gesture?: string): void {
  const settings = present();
  if (settings) change(patched(settings, patch), said, gesture);
}

/** All that can be done to the stand on the bench. Each change is one step to undo, and says itself in words. */
export const standEdit = {
  move,
  typeMovement,
  typeSlide,
  setAperture,
  typeAperture,
  setOrientation,
  setFocus,
  setRig,
  takeRig,
  takeItem,
  moveWithin,
  tryScene,
  amendScene,
  watch,
  setCrop,
  setRear,
  apply,
  setDistance,
  turnWithin,
  typeTurn,
  addPin,
  changePin,
  dragPin,
  removePin,
  setSharpness,
  setLimits,
  applyFocus,
  present,
  change,
};

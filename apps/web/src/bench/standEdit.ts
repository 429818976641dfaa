import type { Remedy } from '@gangway/core/findings/finding';
import { remedySetting } from '@gangway/core/findings/wording';
import { nearestReachable, onSlide, reaches, travelOf, type Mechanism, type ShiftPosition } from '@gangway/core/rig/mechanism';
import type { KitItem } from '@gangway/core/kit/item';
import { assembled, storedRig } from '@gangway/core/rig/assembled';
import { withItem } from '@gangway/core/rig/parts';
import type { Rig } from '@gangway/core/rig/rig';
import type { Scene } from '@gangway/core/scene/scene';
import type { FromHere } from '@gangway/core/stand/fromHere';
import { patched, type StandSettings } from '@gangway/core/stand/settings';
import { apertureWords, fixed, mmWords, riseWords, shiftWords } from '@gangway/core/words';
import { store } from '../store/store';
import { changed } from './edit';
import { fittedTo } from './rig/fitted';

function present(): StandSettings | null {
  return store.getState().edit.present?.settings ?? null;
}

function change(settings: StandSettings, said: string, gesture?: string): void {
  store.dispatch(changed({ settings, said, ...(gesture !== undefined && { gesture }) }));
}

function move(to: Partial<ShiftPosition>, gesture?: string): void {
  const settings = present();
  if (!settings) return;
  const next = patched(settings, { movements: to });
  const { riseMm, shiftMm } = next.movements;
  if (riseMm === settings.movements.riseMm && shiftMm === settings.movements.shiftMm) return;
  change(next, [to.riseMm !== undefined ? riseWords(riseMm) : '', to.shiftMm !== undefined ? shiftWords(shiftMm) : ''].filter(Boolean).join(', '), gesture);
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

function setOrientation(orientation: StandSettings['orientation']): void {
  const settings = present();
  if (settings && settings.orientation !== orientation) change(patched(settings, { orientation }), `frame in ${orientation}`);
}

/** The focus distance: more than the focal length, or infinity. */
function setFocus(typedM: number | null): string | null {
  const settings = present();
  const focusM = typedM === Number.POSITIVE_INFINITY ? null : typedM;
  if (!settings) return null;
  const { focalMm } = settings.rig.lens;
  if (focusM !== null && !(focusM * 1000 > focalMm)) {
    return `Focus ${fixed(focusM, 2)} m is inside the focal length; it must be more than ${focalMm / 1000} m.`;
  }
  if (focusM !== null && focusM > 100_000) return `Focus ${fixed(focusM, 0)} m is too far to tell from infinity; at most 100000 m.`;
  change({ ...settings, focusM }, focusM === null ? 'focus at infinity' : `focus at ${fixed(focusM, 2)} m`);
  return null;
}

function applyRemedy(remedy: Remedy): void {
  const settings = present();
  if (settings) change(patched(settings, remedy.patch), remedySetting(remedy));
}

/** Moves by hand in the Finder: to the nearest place that the mechanism can take, in tenths. */
function moveWithin(to: ShiftPosition, gesture?: string): void {
  const mechanism = present()?.rig.mechanism;
  if (!mechanism) return;
  const near = nearestReachable(mechanism, { riseMm: Math.round(to.riseMm * 10) / 10, shiftMm: Math.round(to.shiftMm * 10) / 10 });
  move({ riseMm: near.riseMm, shiftMm: near.shiftMm }, gesture);
}

function setScene(scene: Scene, said: string): void {
  const settings = present();
  if (settings) change({ ...settings, scene }, said);
}

/** Stands so far off; a focus on the subject stays on it. */
function setDistance(distanceM: number): string | null {
  const settings = present();
  if (!settings?.scene) return null;
  const { focalMm } = settings.rig.lens;
  if (!(distanceM * 1000 > focalMm * 1.01) || distanceM > 100_000) return `Distance ${fixed(distanceM, 2)} m cannot be: it must be more than ${fixed((focalMm * 1.01) / 1000, 3)} m and at most 100000 m.`;
  change(patched(settings, { distanceM }), `${fixed(distanceM, 2)} m off`);
  return null;
}

function setRig(rig: Rig, said = 'figures of the rig'): void {
  const settings = present();
  if (settings) change(fittedTo(rig, settings), said);
}

/** Another rig as the table of all rigs found it: turned, with the rise it needs, at the widest aperture that holds. */
function takeRig(rig: Rig, orientation: StandSettings['orientation'], { riseMm, fromFNumber }: Pick<FromHere, 'riseMm' | 'fromFNumber'>): void {
  const settings = present();
  if (!settings) return;
  const fitted = fittedTo(rig, settings);
  const focusM = settings.scene?.distanceM ?? fitted.focusM;
  // A rise is set in tenths, and never less than what is needed.
  const tenths = riseMm >= 0 ? Math.ceil(riseMm * 10 - 1e-9) : Math.floor(riseMm * 10 + 1e-9);
  change({ ...fitted, focusM, orientation, fNumber: fromFNumber ?? fitted.fNumber, movements: { riseMm: tenths / 10 + 0, shiftMm: 0 } }, `rig “${rig.name}”, ${orientation}`);
}

/** Puts new figures of one of its components into the rig of the stand. */
function takeItem(item: KitItem): void {
  const rig = present()?.rig;
  const next = rig && assembled({ ...storedRig(rig), parts: withItem(rig.parts, item) });
  if (next?.known) setRig(next.value, `figures of ${item.name}`);
}

/** All that can be done to the stand on the bench. Each change is one step to undo, and says itself in words. */
export const standEdit = { move, typeMovement, typeSlide, setAperture, typeAperture, setOrientation, setFocus, applyRemedy, setRig, takeRig, takeItem, moveWithin, setScene, setDistance };

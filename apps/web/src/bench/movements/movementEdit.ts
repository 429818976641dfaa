import { movementsText } from '@gangway/messages/web/bench/movements';
import { say } from '@gangway/messages/say';
import { nearestReachable, onSlide, reaches, travelOf } from '@gangway/core/rig/mechanism';
import { patched } from '@gangway/core/setup/patch';
import { apertureWords, capital, fixed, mmWords, riseWords, shiftWords } from '@gangway/core/words';
import { movementsSchema } from '@gangway/contract/setup';
import type { Mechanism, ShiftPosition } from '@gangway/core/model/movements';
import type { SetupSettings } from '@gangway/core/model/setup';
import { setupEdit, refusal } from '../editing/setupEdit';

function move(to: Partial<ShiftPosition>, gesture?: string): void {
  const settings = setupEdit.present();
  if (!settings) return;
  const next = patched(settings, { movements: to });
  const { riseMm, shiftMm } = next.movements;
  if (riseMm === settings.movements.riseMm && shiftMm === settings.movements.shiftMm) return;
  setupEdit.change(
    next,
    [to.riseMm !== undefined ? riseWords(riseMm) : '', to.shiftMm !== undefined ? shiftWords(shiftMm) : ''].filter(Boolean).join(', '),
    gesture,
  );
}

/** How far a position is from where the mechanism can go, mm. */
function beyondMm(mechanism: Mechanism, at: ShiftPosition): number {
  const near = nearestReachable(mechanism, at);
  return Math.hypot(near.riseMm - at.riseMm, near.shiftMm - at.shiftMm);
}

/** A typed movement: taken, or refused with the reason when the mechanism cannot take it. A setup that is beyond its stops (its rig was changed) may always come nearer. */
function typeMovement(control: 'rise' | 'shift', mm: number): string | null {
  const settings = setupEdit.present();
  if (!settings) return null;
  const { mechanism } = settings.rig;
  if (mechanism.kind === 'line') {
    return movementsText.thisSlideIsLockedTo;
  }
  const to = control === 'rise' ? { riseMm: mm } : { shiftMm: mm };
  const next = { ...settings.movements, ...to };
  if (reaches(mechanism, next) === false && beyondMm(mechanism, next) >= beyondMm(mechanism, settings.movements)) {
    const ends = travelOf(mechanism, control, settings.movements);
    const words = control === 'rise' ? riseWords : shiftWords;
    const wanted = capital(words(mm));
    if (!ends || ends.maxMm - ends.minMm === 0) return say(movementsText.isBeyondTheMechanismIt, { wanted });
    const other = control === 'rise' ? shiftWords(settings.movements.shiftMm) : riseWords(settings.movements.riseMm);
    const along = mechanism.kind === 'disc' ? say(movementsText.with, { other }) : '';
    return say(movementsText.isBeyondTheEndStop, { wanted, minMm: words(ends.minMm), maxMm: words(ends.maxMm), along });
  }
  // Where the stops are not known, still only what can be written down.
  const wrong = refusal(movementsSchema.safeParse(next));
  if (wrong !== null) return wrong;
  move(to);
  return null;
}

function typeSlide(mm: number): string | null {
  const mechanism = setupEdit.present()?.rig.mechanism;
  if (mechanism?.kind !== 'line') return null;
  if (mm > mechanism.forwardMm + 0.005 || mm < -mechanism.backMm - 0.005) {
    return say(movementsText.slideIsBeyondTheEnd, {
      mm: mmWords(mm),
      backMm: fixed(-mechanism.backMm, 1),
      forwardMm: mmWords(mechanism.forwardMm),
    });
  }
  move(onSlide(mechanism, mm));
  return null;
}

/** Moves by hand in the Finder: to the nearest place that the mechanism can take, in tenths. */
function moveWithin(to: ShiftPosition, gesture?: string): void {
  const mechanism = setupEdit.present()?.rig.mechanism;
  if (!mechanism) return;
  const near = nearestReachable(mechanism, { riseMm: Math.round(to.riseMm * 10) / 10, shiftMm: Math.round(to.shiftMm * 10) / 10 });
  const settings = setupEdit.present();
  // Composed anew: what a tilt has carried off is taken as it is now.
  if (settings && (settings.composedAt.tiltDeg !== settings.front.tiltDeg || settings.composedAt.swingDeg !== settings.front.swingDeg)) {
    setupEdit.change(
      patched(settings, { movements: { riseMm: near.riseMm, shiftMm: near.shiftMm }, composed: true }),
      movementsText.composedAnew,
      gesture,
    );
    return;
  }
  move({ riseMm: near.riseMm, shiftMm: near.shiftMm }, gesture);
}

function setOrientation(orientation: SetupSettings['orientation']): void {
  const settings = setupEdit.present();
  if (settings && settings.orientation !== orientation)
    setupEdit.change(patched(settings, { orientation }), say(movementsText.frameIn, { orientation }));
}

/** Landscape to portrait, and back. */
function turnFrame(): void {
  const settings = setupEdit.present();
  if (settings && settings.rig.back.widthMm !== settings.rig.back.heightMm)
    setOrientation(settings.orientation === 'landscape' ? 'portrait' : 'landscape');
}

function setAperture(fNumber: number, gesture?: string): void {
  const settings = setupEdit.present();
  if (settings && settings.fNumber !== fNumber) setupEdit.change(patched(settings, { fNumber }), apertureWords(fNumber), gesture);
}

/** A typed aperture: any within the lens's ends, on a click or between. */
function typeAperture(fNumber: number): string | null {
  const lens = setupEdit.present()?.rig.lens;
  if (!lens) return null;
  if (fNumber < lens.widestFNumber || fNumber > lens.smallestFNumber) {
    return say(movementsText.isNotOnThisLens, {
      fNumber: apertureWords(fNumber),
      widestFNumber: apertureWords(lens.widestFNumber),
      smallestFNumber: apertureWords(lens.smallestFNumber),
    });
  }
  setAperture(fNumber);
  return null;
}

/** What rise, shift, aperture and the way the frame is turned are set by. */
export const movementEdit = { move, typeMovement, typeSlide, moveWithin, setOrientation, turnFrame, setAperture, typeAperture };

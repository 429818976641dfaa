import { apertureScale, stopsOf } from '../coverage/apertures';
import { nearestTilt } from '../focus/tiltMechanism';
import { reaches } from '../rig/mechanism';
import { railReach } from '../rig/reach';
import { pivotMoved, focusFor } from '../geometry/back';
import { isolate } from '../planning/isolate';
import { keepingCentre } from '../planning/keepCentre';
import { standBlurAllowed } from '../geometry/pins';
import { patched } from '../setup/patch';
import { givenBack, solveFocus, standTiltMechanism, type TurnedBy } from '../planning/solveFocus';
import { distinct } from './distinct';
import type { Remedy } from './finding';
import type { FOCUS_KINDS } from './focusKinds';
import { movementIntoCircle } from './intoCircle';
import { MOST_OFFERED, offer, type Trial } from './trial';
import type { SetupPatch, SetupSettings } from '../model/setup';

/** Up to three changes that cure a finding about focus, each tried on the stand. */
export function focusRemedies(kind: (typeof FOCUS_KINDS)[number], settings: SetupSettings, trial: Trial): readonly Remedy[] {
  let offered: readonly Remedy[] = [];
  // Each is worked out only while there is still room for it.
  for (const seek of offersFor(kind, settings, trial)) {
    const remedy = offered.length < MOST_OFFERED ? seek() : null;
    if (remedy) offered = distinct([...offered, remedy]);
  }
  return offered;
}

function offersFor(kind: (typeof FOCUS_KINDS)[number], settings: SetupSettings, trial: Trial): readonly (() => Remedy | null)[] {
  switch (kind) {
    case 'pins':
      return [
        () => bySolving(settings, 'none', trial),
        () => bySolving(settings, 'front', trial),
        () => nextAperture(settings, trial, 1),
        () => withAperture(settings, 'front', trial),
        () => withAperture(settings, 'none', trial),
        () => (standTiltMechanism(settings) === null ? bySolving(settings, 'rear', trial) : null),
      ];
    case 'soft':
      return [() => nextAperture(settings, trial, -1), () => isolated(settings, trial, 'swing'), () => isolated(settings, trial, 'tilt')];
    case 'tiltTravel':
      return [() => reachable(settings, trial), () => offer('tilt', { front: { tiltDeg: 0, swingDeg: 0 } }, trial)];
    case 'tiltScale':
      return [() => nextAperture(settings, trial, 1)];
    case 'reach':
      return [() => withinReach(settings, trial), () => bySolving(settings, 'none', trial), () => bySolving(settings, 'front', trial)];
    case 'composed':
      return [() => movedBack(settings, trial), () => turnedBack(settings, trial), () => offer('choice', { composed: true }, trial)];
  }
}

/** The movement that puts the picture back belongs to a tilt, where the slides reach it. */
function keepingPicture(settings: SetupSettings, patch: SetupPatch): SetupPatch {
  const next = patched(settings, patch);
  const movements = givenBack(next);
  return movements && reaches(next.rig.mechanism, movements) === true ? { ...patch, movements, composed: true } : patch;
}

function bySolving(settings: SetupSettings, by: TurnedBy, trial: Trial): Remedy | null {
  const found = solveFocus(settings, by);
  if (!found.ok) return null;
  return tried(settings, by === 'none' ? 'focus' : 'tilt', found.solution.patch, trial);
}

/** A setting as it is, with the picture kept, or with the movement that brings the frame back into the circle that the tilt has carried off. */
function tried(settings: SetupSettings, control: Remedy['control'], patch: SetupPatch, trial: Trial): Remedy | null {
  const kept = keepingPicture(settings, patch);
  return (
    offer(control, kept, trial) ?? (kept === patch ? null : offer(control, patch, trial)) ?? intoCircle(settings, patch, control, trial)
  );
}

function intoCircle(settings: SetupSettings, patch: SetupPatch, control: Remedy['control'], trial: Trial): Remedy | null {
  const movements = movementIntoCircle(patched(settings, patch));
  return movements && offer(control, { ...patch, movements, composed: true }, trial);
}

/** The setting of least aperture with the aperture that it takes. */
function withAperture(settings: SetupSettings, by: TurnedBy, trial: Trial): Remedy | null {
  const found = solveFocus(settings, by);
  // At an aperture that is small enough already the setting alone was offered.
  if (!found.ok || found.solution.marked === null || found.solution.marked <= settings.fNumber) return null;
  const ring = marks(settings).filter((n) => n >= (found.solution.marked ?? Infinity));
  for (const fNumber of ring.slice(0, 4)) {
    const patch = { ...found.solution.patch, fNumber };
    const remedy = tried(settings, 'several', patch, trial);
    if (remedy) return remedy;
  }
  return null;
}

function marks({ rig }: SetupSettings): readonly number[] {
  return apertureScale(rig.lens.widestFNumber, rig.lens.smallestFNumber, rig.lens.stopStep);
}

/** The nearest aperture that holds, smaller (+1) or wider (−1). */
function nextAperture(settings: SetupSettings, trial: Trial, toward: 1 | -1): Remedy | null {
  const ordered = marks(settings)
    .filter((n) => toward * (stopsOf(n) - stopsOf(settings.fNumber)) > 1e-9)
    .sort((a, b) => toward * (stopsOf(a) - stopsOf(b)));
  for (const fNumber of ordered) {
    const remedy = offer('aperture', { fNumber }, trial);
    if (remedy) return remedy;
  }
  return null;
}

function isolated(settings: SetupSettings, trial: Trial, movement: 'tilt' | 'swing'): Remedy | null {
  const own = settings.pins.find(({ role }) => role === 'sharp');
  if (!own) return null;
  // A little more than is asked, so that it holds with something to spare.
  const wantedMm = standBlurAllowed(settings).cocMm * settings.limits.softTimes * 1.15;
  const found = isolate(settings, own.id, movement, wantedMm);
  return found?.enough === true ? offer('tilt', keepingPicture(settings, found.patch), trial) : null;
}

function reachable(settings: SetupSettings, trial: Trial): Remedy | null {
  const mechanism = standTiltMechanism(settings);
  if (mechanism === null) return null;
  const near = nearestTilt(mechanism, settings.front);
  // A tenth inside the end, so that it is not the very last.
  const size = Math.hypot(near.tiltDeg, near.swingDeg);
  const share = size > 0.2 ? (size - 0.2) / size : 1;
  const inside = (deg: number): number => Math.round(deg * share * 100) / 100 + 0;
  const front =
    mechanism.kind === 'line'
      ? nearestTilt(mechanism, { tiltDeg: near.tiltDeg * share, swingDeg: near.swingDeg * share })
      : { tiltDeg: inside(near.tiltDeg), swingDeg: inside(near.swingDeg) };
  return offer('tilt', { front }, trial);
}

function withinReach(settings: SetupSettings, trial: Trial): Remedy | null {
  const { leastMm, mostMm } = railReach(settings.rig.parts);
  const { focalMm } = settings.rig.lens;
  // A lens that stands nearer than at infinity even at its longest focuses nothing.
  const inside =
    mostMm === null || mostMm <= 0 ? null : offer('focus', { focusM: rounded(focusFor(focalMm, focalMm + mostMm * 0.97)) }, trial);
  return (
    inside ??
    (leastMm === null
      ? null
      : offer('focus', { focusM: leastMm <= 0 ? null : rounded(focusFor(focalMm, focalMm + leastMm * 1.02)) }, trial))
  );
}

function rounded(m: number | null): number | null {
  return m === null ? null : Number(m.toPrecision(4));
}

function movedBack(settings: SetupSettings, trial: Trial): Remedy | null {
  const movements = givenBack(settings);
  return movements && offer('both', { movements, composed: true }, trial);
}

/** The camera turned until the centre of the picture is what it was. */
function turnedBack(settings: SetupSettings, trial: Trial): Remedy | null {
  const { scene } = settings;
  if (scene === null) return null;
  const [is, was] = [pivotMoved(settings, settings.front), pivotMoved(settings, settings.composedAt)];
  const { focalMm } = settings.rig.lens;
  const deg = (mm: number): number => (Math.atan(mm / focalMm) * 180) / Math.PI;
  const placing = {
    yawDeg: tenth(scene.yawDeg - deg(is.shiftMm - was.shiftMm)),
    pitchDeg: tenth(scene.pitchDeg - deg(is.riseMm - was.riseMm)),
  };
  return keepingCentre(settings, placing) && offer('turn', { placing, composed: true }, trial);
}

function tenth(value: number): number {
  return Math.round(value * 10) / 10 + 0;
}

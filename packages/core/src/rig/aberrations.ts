import type { Aberrations, FalloffRow } from '../aberrations/aberrations';
import { focusFromSensor } from '../focus/conjugates';
import type { LensItem, RigParts } from '../model/rig';
import { rigFactor } from './effectiveLens';

const known = new WeakMap<RigParts, Aberrations | null>();

/**
 * The aberrations of the lens of a rig as they come out on its sensor; `null`
 * where none is known. A converter of factor k makes heights k times as large
 * and depths k².
 *
 * @param parts the components of a rig
 *
 * @example
 * rigAberrations(parts) // => null
 */
export function rigAberrations(parts: RigParts): Aberrations | null {
  const before = known.get(parts);
  if (before !== undefined) return before;
  const found = aberrationsOf(parts);
  known.set(parts, found);
  return found;
}

/**
 * How much larger than by a lens that moves as a whole the picture is at a
 * magnification, as a factor: breathing at nearest focus, less toward infinity
 * by the magnification; 1 where it or the nearest focus is not known.
 *
 * @param parts the components of a rig
 * @param magnification at which the lens is focused
 *
 * @example
 * breathingOf(parts, 0.1) // => 1
 */
export function breathingOf({ lens }: Pick<RigParts, 'lens'>, magnification: number): number {
  const { breathingPercent, nearestMagnification, nearestM, focalMm } = lens.specs;
  if (breathingPercent === null || breathingPercent === 0) return 1;
  const nearest = nearestMagnification ?? magnificationAt(focalMm, nearestM);
  if (nearest === null || nearest <= 0) return 1;
  return 1 + (breathingPercent / 100) * Math.min(1, Math.max(0, magnification / nearest));
}

/** The magnification of a thin lens at a distance from the sensor; `null` where either is not known, or the lens does not come so near. */
function magnificationAt(focalMm: number | null, sensorDistanceM: number | null): number | null {
  if (focalMm === null || sensorDistanceM === null || sensorDistanceM * 1000 <= 4 * focalMm) return null;
  return focusFromSensor(focalMm, sensorDistanceM, 0).magnification;
}

function aberrationsOf(parts: RigParts): Aberrations | null {
  const { lens, back } = parts;
  const { specs } = lens;
  const factor = rigFactor(parts);
  const k = factor.known ? factor.value : 1;
  const n = specs.heightsMm.length;
  const list = (values: readonly number[], by: number): readonly number[] | null =>
    n > 0 && values.length === n ? values.map((each) => each * by) : null;
  const glass = back.kind === 'body' ? back.specs.coverGlassMm : 0;
  const madeFor = specs.madeForGlassMm;
  const shifts = specs.focusShiftFNumbers.length > 0 && specs.focusShiftFNumbers.length === specs.focusShiftMm.length;
  const found: Aberrations = {
    heightsMm: specs.heightsMm.map((each) => each * k),
    sagittalSagMm: list(specs.sagittalSagMm, k * k),
    tangentialSagMm: list(specs.tangentialSagMm, k * k),
    distortion: list(specs.distortionPercent, 0.01),
    falloff: falloffOf(lens, k),
    focusShift: shifts
      ? { fNumbers: specs.focusShiftFNumbers.map((each) => each * k), shiftMm: specs.focusShiftMm.map((each) => each * k * k) }
      : null,
    extraGlassMm: glass === null || madeFor === null ? 0 : glass - madeFor,
  };
  const { sagittalSagMm, tangentialSagMm, distortion, falloff, focusShift, extraGlassMm } = found;
  return [sagittalSagMm, tangentialSagMm, distortion, falloff, focusShift].every((each) => each === null) && extraGlassMm === 0
    ? null
    : found;
}

function falloffOf({ specs }: LensItem, k: number): Aberrations['falloff'] {
  const { heightsMm, falloffWideStops, falloffStoppedStops, falloffStoppedFNumber, widestFNumber } = specs;
  const n = heightsMm.length;
  const row = (stops: readonly number[], fNumber: number | null): FalloffRow | null =>
    n > 0 && stops.length === n && fNumber !== null ? { fNumber: fNumber * k, stops } : null;
  const wide = row(falloffWideStops, widestFNumber);
  const stopped = row(falloffStoppedStops, falloffStoppedFNumber);
  return wide || stopped ? { wide, stopped } : null;
}

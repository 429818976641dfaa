import { degrees, radians } from '../angles';
import { cross, dot, length, type Vec3 } from '../space/vector';
import { coverGlassShift } from './coverGlass';

/**
 * The aberrations of a lens as it works in a rig: where it differs from a thin lens. Image
 * heights are those at infinity, from the lens axis: the angle of the ray is
 * what stays fixed. `null` for what nobody has entered or measured.
 */
export interface Aberrations {
  /** Rising, mm; the lists below stand at these heights. */
  readonly heightsMm: readonly number[];
  /** How far the focus of a flat subject lies from the plane through its middle, toward the lens, mm: for lines across the radius, and along it. */
  readonly tangentialSagMm: readonly number[] | null;
  readonly sagittalSagMm: readonly number[] | null;
  /** By what share points are drawn farther from the lens axis (pincushion), negative for nearer (barrel). */
  readonly distortion: readonly number[] | null;
  /** Light lost against the middle, stops, at the widest aperture and at another one. */
  readonly falloff: { readonly wide: FalloffRow | null; readonly stopped: FalloffRow | null } | null;
  /** How far best focus moves away from the lens on stopping down from the widest aperture, mm. */
  readonly focusShift: { readonly fNumbers: readonly number[]; readonly shiftMm: readonly number[] } | null;
  /** Glass before the sensor that the lens was not made for, mm; negative for glass that it lacks, 0 where either is not known. */
  readonly extraGlassMm: number;
}

/** Light lost at one aperture, at the heights. */
export interface FalloffRow {
  readonly fNumber: number;
  readonly stops: readonly number[];
}

/** How far the focus lies behind the back at a place of the picture, mm along the lens axis, away from the lens. */
export interface FocusError {
  readonly sagittalMm: number;
  readonly tangentialMm: number;
}

/** What of the lens the errors depend on besides the aberrations. */
export interface LensState {
  readonly focalMm: number;
  readonly pupilRatio: number;
  readonly magnification: number;
}

/**
 * A value between those of a list, straight from one to the next; before the
 * first height it grows from nothing in the middle, beyond the last it stays.
 *
 * @param heightsMm rising heights, mm
 * @param values one for each height
 * @param heightMm where it is wanted, mm
 *
 * @example
 * atHeight([10, 20], [1, 3], 15) // => 2
 */
export function atHeight(heightsMm: readonly number[], values: readonly number[], heightMm: number): number {
  const h = Math.abs(heightMm);
  let [h0, v0] = [0, heightsMm[0] === 0 ? (values[0] ?? 0) : 0];
  for (const [i, h1] of heightsMm.entries()) {
    const v1 = values[i] ?? 0;
    if (h <= h1) return h1 === h0 ? v1 : v0 + ((v1 - v0) * (h - h0)) / (h1 - h0);
    [h0, v0] = [h1, v1];
  }
  return v0;
}

/** A value between those at f-numbers, straight in stops; the end values beyond. */
function atFNumber(fNumbers: readonly number[], values: readonly number[], fNumber: number): number {
  const stops = fNumbers.map((each) => 2 * Math.log2(each));
  const wanted = 2 * Math.log2(fNumber);
  const [first, last] = [stops[0] ?? 0, stops[stops.length - 1] ?? 0];
  const within = Math.min(last, Math.max(first, wanted));
  for (let i = 1; i < stops.length; i++) {
    const [s0, s1] = [stops[i - 1] ?? 0, stops[i] ?? 0];
    if (within <= s1) return (values[i - 1] ?? 0) + (((values[i] ?? 0) - (values[i - 1] ?? 0)) * (within - s0)) / (s1 - s0);
  }
  return values[values.length - 1] ?? 0;
}

/**
 * How far the best focus lies from where it was at the widest aperture, away from the lens, mm; 0 where that is not known.
 *
 * @param aberrations of the lens in its rig
 * @param fNumber marked f-number
 *
 * @example
 * focusShiftMm({ ...NONE, focusShift: { fNumbers: [2, 4, 8], shiftMm: [0, 0.04, 0.06] } }, 4) // => 0.04
 */
export function focusShiftMm({ focusShift }: Aberrations, fNumber: number): number {
  return focusShift ? atFNumber(focusShift.fNumbers, focusShift.shiftMm, fNumber) : 0;
}

/**
 * Where the focus of a flat subject lies against the back at an image height:
 * curvature of the field, which goes with the square of the scale (1 + m),
 * astigmatism of glass before the sensor, and focus shift. Away from the lens
 * is positive.
 *
 * @param aberrations of the lens in its rig
 * @param lens focal length (mm), pupil ratio and magnification
 * @param fNumber marked f-number
 * @param heightMm image height at infinity, mm
 *
 * @example
 * focusError({ ...NONE, heightsMm: [20], sagittalSagMm: [0.1], tangentialSagMm: [0.2] }, { focalMm: 50, pupilRatio: 1, magnification: 0 }, 8, 20) // => { sagittalMm: -0.1, tangentialMm: -0.2 }
 */
export function focusError(aberrations: Aberrations, lens: LensState, fNumber: number, heightMm: number): FocusError {
  const { heightsMm, sagittalSagMm, tangentialSagMm, extraGlassMm } = aberrations;
  const scale = (1 + lens.magnification) ** 2;
  const sag = (values: readonly number[] | null): number => (values ? scale * atHeight(heightsMm, values, heightMm) : 0);
  const shift = focusShiftMm(aberrations, fNumber);
  const glass = extraGlassMm === 0 ? NO_ERROR : coverGlassShift(extraGlassMm, rayAngleDeg(lens, heightMm));
  return {
    // What only one of the two is known for counts for both.
    sagittalMm: shift - sag(sagittalSagMm ?? tangentialSagMm) + glass.sagittalMm,
    tangentialMm: shift - sag(tangentialSagMm ?? sagittalSagMm) + glass.tangentialMm,
  };
}

const NO_ERROR: FocusError = { sagittalMm: 0, tangentialMm: 0 };

/**
 * The angle at which the ray through the middle of the exit pupil meets the
 * sensor at an image height, degrees off its normal, the lens untilted: the
 * exit pupil stands f(p + m) before it.
 *
 * @param lens focal length (mm), pupil ratio and magnification
 * @param heightMm image height at infinity, mm
 *
 * @example
 * rayAngleDeg({ focalMm: 20, pupilRatio: 1, magnification: 0 }, 20) // => 45
 */
export function rayAngleDeg({ focalMm, pupilRatio, magnification }: LensState, heightMm: number): number {
  return degrees(Math.atan((heightMm * (1 + magnification)) / (focalMm * (pupilRatio + magnification))));
}

/**
 * By what share a point at an image height is drawn farther from the lens axis; 0 where that is not known.
 *
 * @param aberrations of the lens in its rig
 * @param heightMm image height at infinity, mm
 *
 * @example
 * distortionAt({ ...NONE, heightsMm: [20], distortion: [-0.02] }, 10) // => -0.01
 */
export function distortionAt({ heightsMm, distortion }: Aberrations, heightMm: number): number {
  return distortion ? atHeight(heightsMm, distortion, heightMm) : 0;
}

/** Marks of the aperture ring this near to each other are the same, as a factor. */
const SAME_MARK = 1.03;

/**
 * Light lost at an image height and aperture, stops against the middle: as
 * measured, straight in stops between the widest aperture and the one where
 * the rim of the lens no longer shades; `null` at apertures for which nobody
 * has measured it: with one row alone, those wider or smaller than its own.
 *
 * @param aberrations of the lens in its rig
 * @param heightMm image height at infinity, mm
 * @param fNumber marked f-number
 *
 * @example
 * measuredFalloff({ ...NONE, heightsMm: [20], falloff: { wide: { fNumber: 4, stops: [2] }, stopped: { fNumber: 8, stops: [1] } } }, 20, 5.657) // => 1.5
 */
export function measuredFalloff({ heightsMm, falloff }: Aberrations, heightMm: number, fNumber: number): number | null {
  if (!falloff) return null;
  const { wide, stopped } = falloff;
  const at = ({ stops }: FalloffRow): number => atHeight(heightsMm, stops, heightMm);
  if (wide && stopped) return atFNumber([wide.fNumber, stopped.fNumber], [at(wide), at(stopped)], fNumber);
  if (wide && fNumber <= wide.fNumber * SAME_MARK) return at(wide);
  return stopped && fNumber >= stopped.fNumber / SAME_MARK ? at(stopped) : null;
}

/**
 * The image height, at infinity, at which a ray is drawn, mm: f·tan of its angle to the lens axis.
 *
 * @param focalMm focal length, mm
 * @param axis the lens axis, a unit vector
 * @param ray toward the point or the place of the picture, of any length, in the same frame
 *
 * @example
 * heightOfRay(50, [0, 0, 1], [3, 4, 10]) // => 25
 */
export function heightOfRay(focalMm: number, axis: Vec3, ray: Vec3): number {
  return heightAt(focalMm, degrees(Math.atan2(length(cross(ray, axis)), dot(ray, axis))));
}

/**
 * Of the size of the aperture, how far a point is drawn apart that is out of
 * focus by 1 mm, per mm: the exit pupil is p times as wide and stands f(p + m)
 * before the back.
 *
 * @param lens focal length (mm), pupil ratio and magnification
 *
 * @example
 * apertureShare({ focalMm: 50, pupilRatio: 1, magnification: 0 }) // => 0.02
 */
export function apertureShare({ focalMm, pupilRatio, magnification }: LensState): number {
  return pupilRatio / (focalMm * (pupilRatio + magnification));
}

/**
 * The image height, at infinity, of a ray at an angle to the lens axis, mm.
 *
 * @param focalMm focal length, mm
 * @param offAxisDeg angle to the lens axis, degrees
 *
 * @example
 * heightAt(50, 45) // => 50
 */
export function heightAt(focalMm: number, offAxisDeg: number): number {
  return focalMm * Math.tan(radians(Math.min(89, offAxisDeg)));
}

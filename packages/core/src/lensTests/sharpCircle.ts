import { sharpnessAt, type SharpnessAtAperture } from './chartSharpness';

/** How far a lens meets a standard of sharpness at one aperture. */
export type SharpCircle =
  | { readonly fNumber: number; readonly kind: 'measured'; readonly radiusMm: number; readonly doubtMm: number }
  /** It is met as far as the frames reach. */
  | { readonly fNumber: number; readonly kind: 'atLeast'; readonly radiusMm: number }
  /** Not even on the axis. */
  | { readonly fNumber: number; readonly kind: 'never' }
  | { readonly fNumber: number; readonly kind: 'unknown' };

/** Steps between two image heights that were measured, in which the standard is looked for. */
const FINE = 20;

/**
 * The image height up to which the softer of the two directions meets a
 * standard.
 *
 * @param at sharpness at one aperture
 * @param wantedCyMm the standard: cycles per mm at which half of the contrast must be left
 *
 * @example
 * sharpCircle({ fNumber: 8, heightsMm: [0, 20], tangential: [{ cyMm: 40, doubtCyMm: 1 }, { cyMm: 20, doubtCyMm: 1 }], sagittal: [{ cyMm: 40, doubtCyMm: 1 }, { cyMm: 40, doubtCyMm: 1 }], idealCyMm: 90, edges: 100 }, 15).kind // => 'atLeast'
 */
export function sharpCircle(at: SharpnessAtAperture, wantedCyMm: number): SharpCircle {
  const { fNumber, heightsMm } = at;
  const steps = (heightsMm.length - 1) * FINE;
  const last = heightsMm.at(-1) ?? 0;
  let before: { readonly mm: number; readonly cyMm: number } | null = null;
  for (let i = 0; i <= steps; i++) {
    const mm = (last * i) / steps;
    const here = sharpnessAt(at, 'softer', mm);
    // Beyond the first height that no edge shows nothing is known.
    if (!here) return before ? { fNumber, kind: 'atLeast', radiusMm: before.mm } : { fNumber, kind: 'unknown' };
    if (here.cyMm < wantedCyMm) {
      if (!before) return { fNumber, kind: 'never' };
      const share = (before.cyMm - wantedCyMm) / (before.cyMm - here.cyMm);
      const slope = (before.cyMm - here.cyMm) / (mm - before.mm);
      // No better than the steps in which the heights were measured.
      const doubtMm = Math.hypot(here.doubtCyMm / slope, last / (heightsMm.length - 1) / 12);
      return { fNumber, kind: 'measured', radiusMm: before.mm + share * (mm - before.mm), doubtMm };
    }
    before = { mm, cyMm: here.cyMm };
  }
  return { fNumber, kind: 'atLeast', radiusMm: last };
}

/** The apertures at which an image height is sharpest. */
export interface BestApertures {
  readonly heightMm: number;
  /** The sharpest, and all that are as sharp within what can be told, from the widest. */
  readonly bestFNumber: number;
  readonly asGood: readonly number[];
  readonly cyMm: number;
}

/** Apertures that differ by less than this share are equally sharp to the eye (assumed). */
const SAME = 0.05;

/**
 * At which apertures an image height is sharpest, by the softer of the two
 * directions. `null` where no aperture shows it.
 *
 * @param apertures what was measured
 * @param heightMm image height, mm
 *
 * @example
 * bestApertures([], 0) // => null
 */
export function bestApertures(apertures: readonly SharpnessAtAperture[], heightMm: number): BestApertures | null {
  const there = apertures.flatMap((at) => {
    const sharpness = sharpnessAt(at, 'softer', heightMm);
    return sharpness ? [{ fNumber: at.fNumber, cyMm: sharpness.cyMm }] : [];
  });
  const [first, ...more] = there;
  if (!first) return null;
  const best = more.reduce((most, each) => (each.cyMm > most.cyMm ? each : most), first);
  const asGood = there.filter(({ cyMm }) => cyMm > (1 - SAME) * best.cyMm).map(({ fNumber }) => fNumber);
  return { heightMm, bestFNumber: best.fNumber, asGood, cyMm: best.cyMm };
}

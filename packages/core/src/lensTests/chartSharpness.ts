import { stopsBetween } from '../coverage/apertures';
import { effectiveFNumber } from '../focus/diffraction';
import { median } from '../robust';
import type { ChartLayout } from './chart';
import { chartScale, pitchOf, placedEdges, type ChartFrame, type ChartScale, type PlacedEdge } from './chartFrame';
import { idealCyMm } from './idealSharpness';
import { leastSquares, type Equation } from './leastSquares';

/** Sharpness at an image height, cycles per mm on the sensor at which half of the contrast is left, with one standard deviation. */
export interface SharpnessAt {
  readonly cyMm: number;
  readonly doubtCyMm: number;
}

/** Sharpness at one aperture, by image height. */
export interface SharpnessAtAperture {
  readonly fNumber: number;
  /** Image heights at infinity from 0, mm. */
  readonly heightsMm: readonly number[];
  /** Across lines that run around the axis and along them; `null` where too few edges show it. */
  readonly tangential: readonly (SharpnessAt | null)[];
  readonly sagittal: readonly (SharpnessAt | null)[];
  /** What diffraction and pixels alone would leave. */
  readonly idealCyMm: number;
  /** Edges that it rests on. */
  readonly edges: number;
}

/** Why something is not measured. */
export type SharpnessProblem =
  | { readonly kind: 'noAperture' | 'noChart' | 'clipped' | 'noEdges'; readonly frames: readonly string[] }
  /** Softer than the other frames at their aperture that show the same part of the image circle. */
  | { readonly kind: 'blurred'; readonly fNumber: number; readonly frames: readonly string[] }
  /** Softer in the middle than at the wider and at the smaller aperture. */
  | { readonly kind: 'dip'; readonly fNumber: number }
  /** Sharper than diffraction allows: the frames are assigned to the wrong apertures. */
  | { readonly kind: 'tooSharp'; readonly fNumber: number; readonly cyMm: number; readonly idealCyMm: number };

/** The sharpness of a lens, measured on frames of the test chart. */
export interface SharpnessResult {
  readonly apertures: readonly SharpnessAtAperture[];
  /** Median magnification and pixel pitch of the frames; `null` where no frame tells. */
  readonly magnification: number | null;
  readonly pixelMm: number | null;
  readonly problems: readonly SharpnessProblem[];
}

/** Image heights at which sharpness is told: steps from the axis to the farthest edge. */
const STEPS = 12;
/** Edges that are enough, and that are many. */
const LEAST_EDGES = 24;
const MANY_EDGES = 150;
/** A lens is alike all around its axis: blur goes with even powers of the image height, so many of them. */
const FEW_TERMS = 2;
const MANY_TERMS = 4;
/** An image height is seen where an edge is within so many steps. */
const SEEN_STEPS = 1;
/** A frame that is softer than the others of its aperture by this share is left out. */
const BLURRED = 0.15;
/** Edges of two frames are compared where they are so near about the lens axis, and lie about the same way to the radius. */
const NEAR_MM = 2;
const ALIKE = 0.25;
/** Sharper than diffraction and pixels allow by this share cannot be. */
const TOO_SHARP = 0.08;
/** Softer in the middle than both neighbouring apertures by this share, within so many stops. */
const DIP = 0.2;
const DIP_STOPS = 2.2;
/** The method itself is not better than this share: pixels are squares and edges lean (by the tests of the method). */
const FINEST = 0.006;
/** Where most of the edges that were refused were clipped, so is the frame. */
const CLIPPED = 0.5;

/**
 * Sharpness of a lens by aperture and image height, from frames of the test
 * chart that are focused alike. In the blur of an edge the parts along and
 * across the radius add up as squares.
 *
 * @param layout the chart
 * @param frames what was read in them
 *
 * @example
 * measuredSharpness(chartLayout('A4'), []).apertures // => []
 */
export function measuredSharpness(layout: ChartLayout, frames: readonly ChartFrame[]): SharpnessResult {
  const problems: SharpnessProblem[] = [];
  const usable = usableFrames(frames, problems);
  const focused = inFocus(usable);
  const scales = new Map(focused.map((frame) => [frame, chartScale(layout, frame)]));
  const magnifications = [...scales.values()].flatMap((scale) => scale?.magnification ?? []);
  if (magnifications.length === 0) return { apertures: [], magnification: null, pixelMm: null, problems };
  const magnification = median(magnifications);
  const pixelMm = median(focused.map(pitchOf));
  const apertures = [...new Set(focused.flatMap(({ fNumber }) => fNumber ?? []))]
    .sort((a, b) => a - b)
    .flatMap((fNumber): readonly SharpnessAtAperture[] => {
      const own = focused.filter((frame) => frame.fNumber === fNumber);
      const clear = withoutBlurred(own, scales);
      if (clear.length < own.length)
        problems.push({ kind: 'blurred', fNumber, frames: own.filter((each) => !clear.includes(each)).map(({ name }) => name) });
      const edges = placedEdges(
        clear,
        clear.map((frame) => scales.get(frame) ?? null),
      );
      const at = byHeight(edges);
      if (at === null) return [];
      const ideal = idealCyMm(effectiveFNumber(fNumber, magnification), pixelMm);
      return [{ fNumber, ...at, idealCyMm: ideal, edges: edges.length }];
    });
  problems.push(...doubtful(apertures));
  return { apertures, magnification, pixelMm, problems };
}

/** Frames that tell something; of the others is said why. */
function usableFrames(frames: readonly ChartFrame[], problems: SharpnessProblem[]): readonly ChartFrame[] {
  const left = new Set(frames);
  const without = (kind: 'noAperture' | 'noChart' | 'clipped' | 'noEdges', is: (frame: ChartFrame) => boolean): void => {
    const some = [...left].filter(is);
    if (some.length > 0) problems.push({ kind, frames: some.map(({ name }) => name) });
    for (const frame of some) left.delete(frame);
  };
  without('noAperture', ({ fNumber }) => fNumber === null);
  without('noChart', ({ markers }) => markers.length < 4);
  without('clipped', ({ refused, edges }) => {
    const clipped = refused.clipped ?? 0;
    return clipped > CLIPPED * (edges.length + Object.values(refused).reduce((sum, each) => sum + each, 0));
  });
  without('noEdges', ({ edges }) => edges.length < LEAST_EDGES);
  return [...left];
}

/** The frames nearest to focus: of a focus series its middle. */
function inFocus(frames: readonly ChartFrame[]): readonly ChartFrame[] {
  const nearest = Math.min(...frames.map(({ focusMm }) => Math.abs(focusMm)));
  return frames.filter(({ focusMm }) => Math.abs(focusMm) <= nearest + 1e-6);
}

/** Frames of one aperture without those that are softer than others where both show the same part of the image circle: a side on which the lens itself is softer is so in all of them. */
function withoutBlurred(frames: readonly ChartFrame[], scales: ReadonlyMap<ChartFrame, ChartScale | null>): readonly ChartFrame[] {
  if (frames.length < 2) return frames;
  const placed = frames.map((frame) => placedEdges([frame], [scales.get(frame) ?? null]));
  // Against each other frame: at each edge, by the middle of what is near.
  const softer = placed.map((own, i) =>
    Math.max(
      ...placed.map((other, j) => {
        if (i === j) return 0;
        const ratios = own.flatMap(({ xMm, yMm, tangential, cyMm }) => {
          const near = other.filter(
            (edge) => Math.hypot(edge.xMm - xMm, edge.yMm - yMm) < NEAR_MM && Math.abs(edge.tangential - tangential) < ALIKE,
          );
          return near.length < 2 ? [] : [cyMm / median(near.map((edge) => edge.cyMm))];
        });
        return ratios.length < LEAST_EDGES ? 0 : 1 - median(ratios);
      }),
    ),
  );
  return frames.filter((_, i) => (softer[i] ?? 0) <= BLURRED);
}

/** Sharpness by image height; `null` where too few edges were read. */
function byHeight(edges: readonly PlacedEdge[]): Pick<SharpnessAtAperture, 'heightsMm' | 'tangential' | 'sagittal'> | null {
  if (edges.length < LEAST_EDGES) return null;
  const lastMm = edges.reduce((far, { heightMm }) => Math.max(far, heightMm), 0);
  const heightsMm = Array.from({ length: STEPS + 1 }, (_, i) => (lastMm * i) / STEPS);
  const terms = edges.length < MANY_EDGES ? FEW_TERMS : MANY_TERMS;
  const sharesAt = (heightMm: number, t: number): readonly number[] => {
    const powers = Array.from({ length: terms }, (_, i) => (heightMm / lastMm) ** (2 * i + 2));
    return [1, ...powers.map((each) => t * each), ...powers.map((each) => (1 - t) * each)];
  };
  const fit = leastSquares(edges.map((edge) => ({ shares: sharesAt(edge.heightMm, edge.tangential), ...blurOf(edge) })));
  if (!fit) return null;
  const at = (t: 0 | 1) =>
    heightsMm.map((mm) => {
      // Where no edge is near, the curve is a guess. On the axis every direction is the same.
      const within = (SEEN_STEPS * lastMm) / STEPS;
      const isSeen = edges.some(
        ({ heightMm, tangential }) => Math.abs(heightMm - mm) < within && (mm < within || Math.abs(tangential - t) < 0.75),
      );
      if (!isSeen) return null;
      const shares = sharesAt(mm, t);
      const blur = shares.reduce((sum, share, i) => sum + share * (fit.values[i] ?? 0), 0);
      const variance = shares.reduce(
        (sum, share, i) => sum + shares.reduce((inner, other, j) => inner + share * other * fit.covariance.get(i, j), 0),
        0,
      );
      return sharpnessOf(blur, variance);
    });
  return { heightsMm, tangential: at(1), sagittal: at(0) };
}

/** The blur of an edge as a square, 1/f² in mm², with its doubt. */
const blurOf = ({ cyMm, doubtCyMm }: PlacedEdge): Pick<Equation, 'value' | 'doubt'> => ({
  value: cyMm ** -2,
  doubt: (2 * Math.hypot(doubtCyMm, FINEST * cyMm)) / cyMm ** 3,
});

/** Sharpness from a blur as a square; `null` where none comes out. */
function sharpnessOf(blur: number, variance: number): SharpnessAt | null {
  if (!(blur > 0)) return null;
  const cyMm = blur ** -0.5;
  return { cyMm, doubtCyMm: Math.hypot(0.5 * blur ** -1.5 * Math.sqrt(variance), FINEST * cyMm) };
}

/** What cannot be so. */
function doubtful(apertures: readonly SharpnessAtAperture[]): readonly SharpnessProblem[] {
  const centre = ({ tangential }: SharpnessAtAperture): number => tangential[0]?.cyMm ?? NaN;
  return apertures.flatMap((at, i): readonly SharpnessProblem[] => {
    // As little as it may be.
    const most = Math.max(...[...at.tangential, ...at.sagittal].flatMap((each) => (each ? each.cyMm - 2 * each.doubtCyMm : [])));
    if (most > (1 + TOO_SHARP) * at.idealCyMm) return [{ kind: 'tooSharp', fNumber: at.fNumber, cyMm: most, idealCyMm: at.idealCyMm }];
    const sides = [apertures[i - 1], apertures[i + 1]];
    const isDip = sides.every(
      (side) => side && Math.abs(stopsBetween(side.fNumber, at.fNumber)) < DIP_STOPS && centre(at) < (1 - DIP) * centre(side),
    );
    return isDip ? [{ kind: 'dip', fNumber: at.fNumber }] : [];
  });
}

/**
 * Sharpness at an image height, straight between those that were measured, as
 * the blur goes; `null` where it was not measured.
 *
 * @param at sharpness at one aperture
 * @param way across lines around the axis, along them, or the softer of the two
 * @param heightMm image height, mm
 *
 * @example
 * sharpnessAt({ heightsMm: [0, 10], tangential: [{ cyMm: 40, doubtCyMm: 1 }, { cyMm: 20, doubtCyMm: 1 }], sagittal: [null, null] }, 'tangential', 10)?.cyMm // => 20
 */
export function sharpnessAt(
  at: Pick<SharpnessAtAperture, 'heightsMm' | 'tangential' | 'sagittal'>,
  way: 'tangential' | 'sagittal' | 'softer',
  heightMm: number,
): SharpnessAt | null {
  if (way === 'softer') {
    const [a, b] = [sharpnessAt(at, 'tangential', heightMm), sharpnessAt(at, 'sagittal', heightMm)];
    if (!a || !b) return null;
    return a.cyMm < b.cyMm ? a : b;
  }
  const { heightsMm } = at;
  const last = heightsMm.at(-1) ?? 0;
  if (heightMm < 0 || heightMm > last + 1e-9) return null;
  const high = Math.max(
    1,
    heightsMm.findIndex((mm) => mm >= heightMm - 1e-9),
  );
  const [from = 0, to = 1] = [heightsMm[high - 1], heightsMm[high]];
  const share = (heightMm - from) / (to - from);
  const [a, b] = [at[way][high - 1], at[way][high]];
  if (!a || !b) return (share > 0.999 ? b : null) ?? null;
  const blur = (1 - share) * a.cyMm ** -2 + share * b.cyMm ** -2;
  return { cyMm: blur ** -0.5, doubtCyMm: (1 - share) * a.doubtCyMm + share * b.doubtCyMm };
}

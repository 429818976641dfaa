import { radians } from '../angles';
import type { PlacedEdge } from './chartFrame';
import { leastSquares } from './leastSquares';

/** How much farther from the axis a colour is drawn than green, a·h + b·h³ at an image height h. */
export interface ColourShift {
  /** In mm at an image height in mm; positive for farther out. */
  readonly terms: readonly [first: number, third: number];
  /** One standard deviation at the greatest height, mm. */
  readonly doubtMm: number;
  /** How far the whole picture of this colour lies to the right and upward of that of green, mm: elements that are not centred. */
  readonly wholeMm: readonly [right: number, up: number];
}

/** Lateral colour of a lens: its colours are drawn at different sizes. */
export interface LateralColour {
  /** Greatest image height at infinity that edges show, mm. */
  readonly lastMm: number;
  readonly red: ColourShift;
  readonly blue: ColourShift;
  readonly edges: number;
}

/** Fewer edges than these leave it open which of the unknowns they show. */
const LEAST_EDGES = 24;
/** Edges are not found better than this in a colour, mm. */
const FINEST_MM = 1e-5;

/**
 * Lateral colour about the lens axis, from how far apart the colours draw each
 * edge of the test chart. `null` where too few edges show it.
 *
 * @param edges the edges of frames in focus, at their places about the axis
 *
 * @example
 * lateralColour([]) // => null
 */
export function lateralColour(edges: readonly PlacedEdge[]): LateralColour | null {
  const seen = edges.flatMap((edge) =>
    edge.redMm === null || edge.blueMm === null ? [] : [{ ...edge, redMm: edge.redMm, blueMm: edge.blueMm }],
  );
  if (seen.length < LEAST_EDGES) return null;
  const lastMm = Math.max(...seen.map(({ heightMm }) => heightMm));
  const fitted = (of: 'redMm' | 'blueMm'): ColourShift | null => {
    const fit = leastSquares(
      seen.map(({ xMm, yMm, heightMm, acrossDeg, ...each }) => {
        const [nx, ny] = [Math.cos(radians(acrossDeg)), Math.sin(radians(acrossDeg))];
        // What lies along the radius is seen across the edge by the cosine of the angle between the two.
        const outward = heightMm === 0 ? 0 : (xMm * nx + yMm * ny) / heightMm;
        const u = heightMm / lastMm;
        return { shares: [outward * u, outward * u ** 3, nx, ny], value: each[of], doubt: FINEST_MM };
      }),
    );
    if (!fit) return null;
    const [first = 0, third = 0, right = 0, up = 0] = fit.values;
    const { covariance } = fit;
    return {
      terms: [first / lastMm, third / lastMm ** 3],
      doubtMm: Math.sqrt(covariance.get(0, 0) + 2 * covariance.get(0, 1) + covariance.get(1, 1)),
      wholeMm: [right, up],
    };
  };
  const [red, blue] = [fitted('redMm'), fitted('blueMm')];
  return red && blue && { lastMm, red, blue, edges: seen.length };
}

/**
 * How much farther from the axis a colour is drawn than green, mm.
 *
 * @param shift what was measured
 * @param heightMm image height at infinity, mm
 *
 * @example
 * colourShiftAt({ terms: [0.0002, 0] }, 20) // => 0.004
 */
export const colourShiftAt = ({ terms: [first, third] }: Pick<ColourShift, 'terms'>, heightMm: number): number =>
  first * heightMm + third * heightMm ** 3;

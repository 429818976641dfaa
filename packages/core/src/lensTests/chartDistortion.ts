import { robustScatter } from '../robust';
import type { ChartLayout } from './chart';
import { chartScale, cornerPairs, pitchOf, type ChartFrame } from './chartFrame';
import { leastSquares } from './leastSquares';
import { projectiveMap, type Place } from './projectiveMap';

/** Distortion of a lens: by what share a point at an image height is drawn farther from the axis, a·h² + b·h⁴. */
export interface ChartDistortion {
  /** Greatest image height at infinity that markers show, mm. */
  readonly lastMm: number;
  /** At an image height, as a share; positive for pincushion. */
  readonly terms: readonly [square: number, fourth: number];
  /** One standard deviation at the greatest height. */
  readonly doubt: number;
  /** How far corners of markers lie from where the model draws them, px. */
  readonly residualPx: number;
  readonly frames: number;
}

const ROUNDS = 4;
/** Markers in a frame that are enough, and how many frames are taken. */
const LEAST_MARKERS = 12;
const MOST_FRAMES = 12;
/** Corners are not found better than this, px. */
const FINEST_PX = 0.02;

interface Drawn {
  readonly pairs: readonly (readonly [onChart: Place, aboutAxis: Place])[];
  readonly pitchMm: number;
}

/**
 * Radial distortion about the lens axis, from where the markers of the flat
 * chart are drawn: whatever no projective map explains. `null` where too few
 * markers were found.
 *
 * @param layout the chart
 * @param frames what was read in them
 *
 * @example
 * chartDistortion(chartLayout('A4'), []) // => null
 */
export function chartDistortion(layout: ChartLayout, frames: readonly ChartFrame[]): ChartDistortion | null {
  const drawn = frames
    .filter(({ markers }) => markers.length >= LEAST_MARKERS)
    .toSorted((a, b) => b.markers.length - a.markers.length)
    .slice(0, MOST_FRAMES)
    .map((frame): Drawn => {
      const { widthPx, heightPx, riseMm, shiftMm, markers } = frame;
      const pitchMm = pitchOf(frame);
      // Heights are scaled to infinity; the picture is 1 + m times as large.
      const closer = 1 + (chartScale(layout, frame)?.magnification ?? 0);
      const aboutAxis = ([x, y]: Place): Place => [
        ((x - widthPx / 2) * pitchMm + shiftMm) / closer,
        ((heightPx / 2 - y) * pitchMm + riseMm) / closer,
      ];
      return { pairs: cornerPairs(layout, markers).map(([chart, picture]) => [chart, aboutAxis(picture)] as const), pitchMm };
    });
  if (drawn.length === 0) return null;
  const last = Math.max(...drawn.flatMap(({ pairs }) => pairs.map(([, [x, y]]) => Math.hypot(x, y))));
  let terms: readonly [number, number] = [0, 0];
  let doubt = Infinity;
  let residualPx = Infinity;
  for (let round = 0; round < ROUNDS; round++) {
    const here = terms;
    const missed = missedBy(drawn, here, last);
    // How the misses change with each term, the maps fitted anew.
    const by = ([0, 1] as const).map((i) => missedBy(drawn, i === 0 ? [here[0] + STEP, here[1]] : [here[0], here[1] + STEP], last));
    const fit = leastSquares(
      missed.map(({ mm, pitchMm }, k) => ({
        shares: by.map((each) => (mm - (each[k]?.mm ?? 0)) / STEP),
        value: mm,
        doubt: FINEST_PX * pitchMm,
      })),
    );
    if (!fit) return null;
    terms = [here[0] + (fit.values[0] ?? 0), here[1] + (fit.values[1] ?? 0)];
    doubt = Math.sqrt(fit.covariance.get(0, 0) + 2 * fit.covariance.get(0, 1) + fit.covariance.get(1, 1));
    residualPx = robustScatter(missed.map(({ mm, pitchMm }) => mm / pitchMm));
  }
  return { lastMm: last, terms: [terms[0] / last ** 2, terms[1] / last ** 4], doubt, residualPx, frames: drawn.length };
}

const STEP = 1e-4;

/** How far each corner lies from where a distortion (as shares at the greatest height) draws it, across and up. */
function missedBy(
  drawn: readonly Drawn[],
  [square, fourth]: readonly [number, number],
  lastMm: number,
): readonly { readonly mm: number; readonly pitchMm: number }[] {
  const share = (r: number): number => square * (r / lastMm) ** 2 + fourth * (r / lastMm) ** 4;
  return drawn.flatMap(({ pairs, pitchMm }) => {
    const straight = pairs.map(([chart, at]) => [chart, straightened(at, share)] as const);
    const map = projectiveMap(straight);
    return straight.flatMap(([chart, at]) => {
      const [x, y] = map(chart);
      return [
        { mm: at[0] - x, pitchMm },
        { mm: at[1] - y, pitchMm },
      ];
    });
  });
}

/** Where a point would be drawn without distortion. */
function straightened([x, y]: Place, share: (r: number) => number): Place {
  const drawn = Math.hypot(x, y);
  let r = drawn;
  for (let i = 0; i < 8; i++) r = drawn / (1 + share(r));
  const by = drawn === 0 ? 1 : r / drawn;
  return [x * by, y * by];
}

/**
 * Distortion at an image height, as a share.
 *
 * @param distortion what was measured
 * @param heightMm image height at infinity, mm
 *
 * @example
 * distortionAt({ terms: [0.0001, 0] }, 10) // => 0.01
 */
export const distortionAt = ({ terms: [square, fourth] }: Pick<ChartDistortion, 'terms'>, heightMm: number): number =>
  square * heightMm ** 2 + fourth * heightMm ** 4;

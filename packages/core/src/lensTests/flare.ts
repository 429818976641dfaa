import { median, robustScatter } from '../robust';
import type { ChartFrame, ReadEdge } from './chartFrame';

/** Light that a lamp near the border of the frame spreads over the picture at one aperture. */
export interface Flare {
  readonly fNumber: number;
  /** As a share of white paper, in the middle of all places, with one standard deviation. */
  readonly veil: number;
  readonly doubt: number;
  /** Where it is strongest: its share there, and the place in the frame, from the left and from the top. */
  readonly worst: { readonly veil: number; readonly at: readonly [x: number, y: number] };
  readonly edges: number;
}

/** The same edge lies within so many px in two frames of one position. */
const SAME_PX = 6;
/** Fewer places than this tell nothing of the whole frame. */
const LEAST_EDGES = 12;
/** The frame is divided into so many parts each way in which the strongest veil is looked for. */
const PARTS = 3;

interface Veiled {
  readonly veil: number;
  /** In the frame, as shares from the left and from the top. */
  readonly x: number;
  readonly y: number;
}

/**
 * How much light a lamp near the border spreads over frames of the test chart,
 * aperture by aperture: how much less black its ink is with the lamp than
 * without. The exposure of the two frames may differ. Ink of d and paper of b
 * become d + v and b + v; of their ratios c without and c′ with the lamp follows
 * v/b = (c′ − c)/(1 − c′).
 *
 * @param frames with and without the lamp
 *
 * @example
 * chartFlare([]) // => []
 */
export function chartFlare(frames: readonly ChartFrame[]): readonly Flare[] {
  const lit = frames.filter(({ lamp, fNumber }) => lamp && fNumber !== null);
  return lit
    .flatMap((frame): readonly Flare[] => {
      const without = frames.find(
        (each) =>
          !each.lamp &&
          each.fNumber === frame.fNumber &&
          each.riseMm === frame.riseMm &&
          each.shiftMm === frame.shiftMm &&
          each.focusMm === frame.focusMm,
      );
      const places = without ? veiledPlaces(without, frame) : [];
      if (places.length < LEAST_EDGES || frame.fNumber === null) return [];
      const veil = median(places.map((each) => each.veil));
      const doubt = robustScatter(places.map((each) => each.veil - veil)) / Math.sqrt(places.length);
      return [{ fNumber: frame.fNumber, veil, doubt, worst: strongest(places), edges: places.length }];
    })
    .sort((a, b) => a.fNumber - b.fNumber);
}

/** The veil at every edge that both frames show. */
function veiledPlaces(without: ChartFrame, lit: ChartFrame): readonly Veiled[] {
  return without.edges.flatMap((edge): readonly Veiled[] => {
    const same = lit.edges.find(({ xPx, yPx }) => Math.hypot(xPx - edge.xPx, yPx - edge.yPx) < SAME_PX);
    const [before, after] = [inkOf(edge), same ? inkOf(same) : null];
    if (before === null || after === null || after >= 1) return [];
    return [{ veil: (after - before) / (1 - after), x: edge.xPx / without.widthPx, y: edge.yPx / without.heightPx }];
  });
}

/** Light of ink against that of paper on the two sides of an edge. */
const inkOf = ({ dark, bright }: ReadEdge): number | null => (dark === null || bright === null || bright <= 0 ? null : dark / bright);

/** The part of the frame with the strongest veil, by the middle of its places. */
function strongest(places: readonly Veiled[]): Flare['worst'] {
  const parts = Array.from({ length: PARTS * PARTS }, (_, i) => {
    const [column, row] = [i % PARTS, Math.floor(i / PARTS)];
    const there = places.filter(({ x, y }) => Math.floor(x * PARTS) === column && Math.floor(y * PARTS) === row);
    return {
      veil: there.length === 0 ? -Infinity : median(there.map(({ veil }) => veil)),
      at: [(column + 0.5) / PARTS, (row + 0.5) / PARTS] as const,
    };
  });
  return parts.reduce((most, each) => (each.veil > most.veil ? each : most));
}

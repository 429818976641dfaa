import { radians } from '../angles';
import type { FrameSize } from '../model/frame';
import { markerCorners, type ChartLayout } from './chart';
import type { FoundMarker } from './chartEdges';
import { projectiveMap, type Place } from './projectiveMap';

/** One edge of the chart in a frame, as it is stored. */
export interface ReadEdge {
  readonly xPx: number;
  readonly yPx: number;
  /** Direction across it, counted from the right toward the bottom of the picture, degrees. */
  readonly acrossDeg: number;
  readonly mtf50CyPx: number;
  readonly doubtCyPx: number;
  /** How far red and blue draw it from where green does, along `acrossDeg`, px; `null` where that was not measured. */
  readonly redPx: number | null;
  readonly bluePx: number | null;
  /** Linear light on its darker and on its brighter side; `null` where that was not kept. */
  readonly dark: number | null;
  readonly bright: number | null;
}

/** A frame of the test chart, what was read in it, and how it was taken. */
export interface ChartFrame {
  readonly name: string;
  /** Marked f-number; `null` where it is not known. */
  readonly fNumber: number | null;
  readonly riseMm: number;
  readonly shiftMm: number;
  /** How far the back is from best focus as it was set, away from the lens, mm. */
  readonly focusMm: number;
  /** Whether a lamp stood beside the frame. */
  readonly lamp: boolean;
  readonly frame: FrameSize;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly markers: readonly FoundMarker[];
  readonly edges: readonly ReadEdge[];
  /** Edges that could not be measured, by why. */
  readonly refused: Readonly<Record<string, number>>;
}

/** How large the chart is drawn in a frame. */
export interface ChartScale {
  /** Image size over subject size in the middle of the frame. */
  readonly magnification: number;
  /** By how much it grows to the right and upward, per mm of the picture: the chart does not stand parallel to the back. */
  readonly growth: readonly [right: number, up: number];
}

/** Sharpness across one edge, at its place about the lens axis. */
export interface PlacedEdge {
  /** Its place, scaled to infinity, mm right and up. */
  readonly xMm: number;
  readonly yMm: number;
  /** Image height at infinity, mm. */
  readonly heightMm: number;
  /** Direction across it, from the right toward the top, degrees. */
  readonly acrossDeg: number;
  /** How much of it counts for lines around the axis, the rest for lines along the radius: cos² of the angle between its normal and the radius. */
  readonly tangential: number;
  /** Where half of the contrast is left, cycles per mm on the sensor, with one standard deviation. */
  readonly cyMm: number;
  readonly doubtCyMm: number;
  /** How far red and blue draw it from where green does, along `acrossDeg`, scaled to infinity, mm; `null` where that was not measured. */
  readonly redMm: number | null;
  readonly blueMm: number | null;
}

/** Markers that are enough to tell how large the chart is drawn. */
const LEAST_MARKERS = 4;

/** Pixel pitch of a frame, mm. */
export const pitchOf = ({ frame, widthPx }: Pick<ChartFrame, 'frame' | 'widthPx'>): number => frame.widthMm / widthPx;

/** Corners of markers on the chart with where a picture shows them. */
export function cornerPairs(
  layout: ChartLayout,
  markers: readonly FoundMarker[],
): readonly (readonly [onChart: Place, inPicture: Place])[] {
  const byId = new Map(layout.markers.map((marker) => [marker.id, marker]));
  return markers.flatMap(({ id, corners }) => {
    const marker = byId.get(id);
    return marker ? markerCorners(marker).flatMap((corner, i) => (corners[i] ? [[corner, corners[i]] as const] : [])) : [];
  });
}

/**
 * How large a frame draws the chart, and how much that changes across it.
 * `null` where fewer than four of its markers were found.
 *
 * @param layout the chart
 * @param frame what was read in the frame
 *
 * @example
 * chartScale(chartLayout('A4'), { markers: [], frame: { widthMm: 36, heightMm: 24 }, widthPx: 600, heightPx: 400 }) // => null
 */
export function chartScale(layout: ChartLayout, frame: Pick<ChartFrame, 'markers' | 'frame' | 'widthPx' | 'heightPx'>): ChartScale | null {
  if (frame.markers.length < LEAST_MARKERS) return null;
  const { widthPx, heightPx } = frame;
  const onChart = projectiveMap(cornerPairs(layout, frame.markers).map(([chart, picture]) => [picture, chart] as const));
  const pitch = pitchOf(frame);
  const at = (x: number, y: number): number => {
    const [left, right, upper, lower] = [onChart([x - 1, y]), onChart([x + 1, y]), onChart([x, y - 1]), onChart([x, y + 1])];
    const area = (right[0] - left[0]) * (lower[1] - upper[1]) - (right[1] - left[1]) * (lower[0] - upper[0]);
    return (2 * pitch) / Math.sqrt(Math.abs(area));
  };
  const [x, y, step] = [widthPx / 2, heightPx / 2, heightPx / 8];
  const mm = 2 * step * pitch;
  // On a plane that is turned away the root of an area falls with the distance to the power of 3/2: once across, half as much again by foreshortening.
  const growth = (from: number, to: number): number => (to - from) / 1.5 / mm;
  return { magnification: at(x, y), growth: [growth(at(x - step, y), at(x + step, y)), growth(at(x, y + step), at(x, y - step))] };
}

/**
 * The edges of frames at their places about the lens axis, scaled to infinity.
 *
 * @param frames what was read in them
 * @param scales how large each draws the chart; edges of frames without are left out
 *
 * @example
 * placedEdges([], []) // => []
 */
export function placedEdges(frames: readonly ChartFrame[], scales: readonly (ChartScale | null)[]): readonly PlacedEdge[] {
  return frames.flatMap((each, index) => {
    const scale = scales[index];
    if (!scale) return [];
    const { edges, frame, widthPx, heightPx, riseMm, shiftMm } = each;
    const pitch = pitchOf(each);
    return edges.map(({ xPx, yPx, acrossDeg, mtf50CyPx, doubtCyPx, redPx, bluePx }): PlacedEdge => {
      const xMm = ((xPx / widthPx - 0.5) * frame.widthMm + shiftMm) / (1 + scale.magnification);
      const yMm = ((0.5 - yPx / heightPx) * frame.heightMm + riseMm) / (1 + scale.magnification);
      const off = Math.atan2(yMm, xMm) - radians(-acrossDeg);
      return {
        xMm,
        yMm,
        heightMm: Math.hypot(xMm, yMm),
        // In the picture y runs down.
        acrossDeg: -acrossDeg,
        tangential: Math.cos(off) ** 2,
        cyMm: mtf50CyPx / pitch,
        doubtCyMm: doubtCyPx / pitch,
        redMm: redPx && (redPx * pitch) / (1 + scale.magnification),
        blueMm: bluePx && (bluePx * pitch) / (1 + scale.magnification),
      };
    });
  });
}

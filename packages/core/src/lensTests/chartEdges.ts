import { CoreError } from '../errors';
import { markerCorners, squareCorners, type ChartLayout } from './chart';
import { projectiveMap, type Place } from './projectiveMap';
import { edgeInPart, type EdgeInPart } from './edgePart';
import type { PixelValues } from './flatFrame';

/** A marker that was found in a picture, its corners clockwise from the upper left one of the chart. */
export interface FoundMarker {
  readonly id: number;
  readonly corners: readonly Place[];
}

/** Where one side of a square of the chart is in a picture. */
export interface ChartEdge {
  /** Number of its square in the layout, and side: 0 upper, 1 right, 2 lower, 3 left. */
  readonly square: number;
  readonly side: number;
  readonly middle: Place;
  /** Direction across the edge, a unit vector. */
  readonly across: Place;
  /** The part of the picture that shows it alone: from the left, from the top, width, height, px. */
  readonly part: readonly [left: number, top: number, width: number, height: number];
}

/** Sharpness at one place of a picture, across one edge. */
export interface EdgeReading {
  readonly edge: ChartEdge;
  /** Where half of the contrast is left, cycles per pixel, with one standard deviation. */
  readonly mtf50CyPx: number;
  readonly doubtCyPx: number;
  /** Contrast left at half of the sensor’s limit. */
  readonly mtfHalfNyquist: number;
  /** How far red and blue draw the edge from where green draws it, along `across`, px; `null` where a colour does not show it. */
  readonly redPx: number | null;
  readonly bluePx: number | null;
  /** Linear light on its darker and on its brighter side. */
  readonly dark: number;
  readonly bright: number;
}

/** What a picture of the chart tells. */
export interface ChartReading {
  readonly edges: readonly EdgeReading[];
  /** Edges that could not be measured, by why. */
  readonly refused: Readonly<Record<string, number>>;
}

/** A part shows this much of a side, about its middle, and reaches this far to either side of it, as shares of its length. */
const ALONG = 0.6;
const ACROSS = 0.36;
/** Of larger parts only so much is looked at, px, which is enough for edges that are sharper than this, cycles per pixel. */
const INNER_PX = 96;
const INNER_CY_PX = 0.15;
/** A square is measured only where at least this many of the markers next to it were found. */
const LEAST_MARKERS = 2;
/** Farther than a neighbour, nearer than the next but one, in cells. */
const NEIGHBOUR = 1.2;

/**
 * Where a picture of the chart shows edges to be measured. Each is placed by
 * the markers next to its square alone, so that distortion does not matter.
 *
 * @param layout the chart
 * @param found the markers that were found in the picture
 * @param size of the picture, px
 *
 * @example
 * chartEdges(chartLayout('A4'), [], { widthPx: 600, heightPx: 400 }) // => []
 */
export function chartEdges(
  layout: ChartLayout,
  found: readonly FoundMarker[],
  { widthPx, heightPx }: Pick<PixelValues, 'widthPx' | 'heightPx'>,
): readonly ChartEdge[] {
  const byId = new Map(found.map((marker) => [marker.id, marker]));
  return layout.squares.flatMap((square, index) => {
    const near = layout.markers.flatMap((marker) => {
      const seen = byId.get(marker.id);
      const apart = Math.hypot(marker.centre[0] - square.centre[0], marker.centre[1] - square.centre[1]);
      return seen && apart < NEIGHBOUR * layout.pitchMm ? [{ marker, seen }] : [];
    });
    if (near.length < LEAST_MARKERS) return [];
    const pairs = near.flatMap(({ marker, seen }) =>
      markerCorners(marker).flatMap((corner, i) => (seen.corners[i] ? [[corner, seen.corners[i]] as const] : [])),
    );
    const toPicture = projectiveMap(pairs);
    const corners = squareCorners(square).map(toPicture);
    return corners.flatMap((from, side): readonly ChartEdge[] => {
      const to = corners[(side + 1) % 4] ?? from;
      const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
      const length = Math.hypot(dx, dy);
      const middle: Place = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
      const isUpright = Math.abs(dy) > Math.abs(dx);
      const [long, short] = [ALONG * length, 2 * ACROSS * length];
      const [width, height] = (isUpright ? [short, long] : [long, short]).map(Math.floor) as [number, number];
      const [left, top] = [Math.round(middle[0] - width / 2), Math.round(middle[1] - height / 2)];
      if (left < 0 || top < 0 || left + width > widthPx || top + height > heightPx) return [];
      return [{ square: index, side, middle, across: [-dy / length, dx / length], part: [left, top, width, height] }];
    });
  });
}

/** A part of a picture. */
function partOf({ widthPx, values, light }: PixelValues, [left, top, width, height]: ChartEdge['part']): PixelValues {
  const part = new Float64Array(3 * width * height);
  for (let y = 0; y < height; y++) {
    const from = 3 * ((top + y) * widthPx + left);
    for (let i = 0; i < 3 * width; i++) part[3 * y * width + i] = values[from + i] ?? 0;
  }
  return { widthPx: width, heightPx: height, values: part, light };
}

/** The middle of a part, no larger than is needed for an edge that is in focus. */
function innerPart([left, top, width, height]: ChartEdge['part']): ChartEdge['part'] {
  const [wide, high] = [Math.min(width, INNER_PX), Math.min(height, INNER_PX)];
  return [left + Math.floor((width - wide) / 2), top + Math.floor((height - high) / 2), wide, high];
}

/** The edge in a part of a picture: in its middle, or in all of it where it is so blurred that the middle does not hold it. */
function edgeIn(picture: PixelValues, part: ChartEdge['part']): EdgeInPart {
  const inner = innerPart(part);
  const read = edgeInPart(partOf(picture, inner));
  const isAll = inner[2] === part[2] && inner[3] === part[3];
  return isAll || read.mtf50CyPx > INNER_CY_PX ? read : edgeInPart(partOf(picture, part));
}

/**
 * Sharpness at all edges of the chart in a picture. What cannot be measured is
 * counted by its reason: `clipped`, `no_edge`, `not_slanted`, `too_small`, `too_sharp`.
 *
 * @param picture its pixels
 * @param edges where they are
 *
 * @example
 * chartReading(slantedEdgePart, []).edges // => []
 */
export function chartReading(picture: PixelValues, edges: readonly ChartEdge[]): ChartReading {
  const refused: Record<string, number> = {};
  const read = edges.flatMap((edge): readonly EdgeReading[] => {
    try {
      const { mtf50CyPx, mtf50DoubtCyPx, mtfAt, isUpright, redPx, bluePx, dark, bright } = edgeIn(picture, edge.part);
      const way = Math.sign(edge.across[isUpright ? 0 : 1]);
      const along = (px: number | null): number | null => px && way * px;
      return [
        {
          edge,
          mtf50CyPx,
          doubtCyPx: mtf50DoubtCyPx,
          mtfHalfNyquist: mtfAt(0.25),
          redPx: along(redPx),
          bluePx: along(bluePx),
          dark,
          bright,
        },
      ];
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      refused[error.code] = (refused[error.code] ?? 0) + 1;
      return [];
    }
  });
  return { edges: read, refused };
}

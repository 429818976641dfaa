import type { PlateLine } from '@gangway/core/plate/level';
import { codesOf, withCv, type Cv } from './opencv';

/** A picture in shades of grey, row by row from the top, 0 to 255. */
export interface GreyPicture {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly grey: Uint8Array;
}

/** A line shorter than this share of the picture's diagonal says little about a direction. */
const SHORTEST = 0.012;
/** A chain of edges is straight while it stays within this of a line, px. */
const STRAIGHT_PX = 1.3;
/** So much of each end of a straight stretch is left out: it bends into what comes next, px. */
const END_PX = 3;
/** An edge that has begun is followed down to this share of the steepness at which edges begin (Canny’s lower threshold). */
const FOLLOWED = 0.35;
/** A step in brightness of less than this, of 255, is taken for noise. */
const FAINTEST = 14;
/** Where the brightness does not rise across an edge, but on average more than this away from it, the edge is texture, rad. */
const RAGGED_RAD = 0.45;

/**
 * Straight edges of a picture, found to a fraction of a pixel: Canny's edges followed as chains,
 * these parted where they bend (Douglas and Peucker), and a line fitted to where the brightness
 * rises most steeply across each stretch. Source: Canny, “A Computational Approach to Edge
 * Detection”, 1986; steps by OpenCV.
 *
 * @param picture in shades of grey
 * @returns the ends of each, px from the upper left corner of the picture, longest first
 */
export async function straightEdges(picture: GreyPicture): Promise<readonly PlateLine[]> {
  return withCv((cv) => edgesBy(cv, picture));
}

function edgesBy(cv: Cv, { widthPx, heightPx, grey }: GreyPicture): readonly PlateLine[] {
  const mats: { delete: () => void }[] = [];
  const own = <M extends { delete: () => void }>(mat: M): M => {
    mats.push(mat);
    return mat;
  };
  const { CV_8U, CV_16S, BORDER_REPLICATE, RETR_LIST, CHAIN_APPROX_NONE } = codesOf(cv);
  try {
    const source = own(new cv.Mat(heightPx, widthPx, CV_8U));
    source.data.set(grey);
    const smooth = own(new cv.Mat());
    cv.GaussianBlur(source, smooth, new cv.Size(0, 0), 0.9, 0.9, BORDER_REPLICATE);
    const [dx, dy, edges] = [own(new cv.Mat()), own(new cv.Mat()), own(new cv.Mat())];
    // Scharr's weights sum to 16 on each side: divided, a step of 1 across two pixels gives 1.
    cv.Scharr(smooth, dx, CV_16S, 1, 0, 1, 0, BORDER_REPLICATE);
    cv.Scharr(smooth, dy, CV_16S, 0, 1, 1, 0, BORDER_REPLICATE);
    const strong = strongEdge(dx.data16S, dy.data16S);
    cv.Canny1(dx, dy, edges, FOLLOWED * strong, strong, true);
    const [chains, order] = [own(new cv.MatVector()), own(new cv.Mat())];
    cv.findContours(edges, chains, order, RETR_LIST, CHAIN_APPROX_NONE);
    const found: PlateLine[] = [];
    const taken = new Uint8Array(widthPx * heightPx);
    const field: Field = { widthPx, heightPx, dx: dx.data16S, dy: dy.data16S, taken };
    const shortest = Math.max(10, SHORTEST * Math.hypot(widthPx, heightPx));
    for (let i = 0; i < chains.size(); i++) {
      const chain = chains.get(i);
      // A chain goes round its edge: half of its length is the edge's.
      if (chain.rows >= shortest) found.push(...straightOf(cv, chain, field, shortest));
      chain.delete();
    }
    return found.sort((a, b) => lengthOf(b) - lengthOf(a));
  } finally {
    for (const mat of mats) mat.delete();
  }
}

const lengthOf = ([u1, v1, u2, v2]: PlateLine): number => Math.hypot(u2 - u1, v2 - v1);

/** How steep an edge has to be to begin: between what is faint and what a busy picture is full of. */
function strongEdge(dx: Int16Array, dy: Int16Array): number {
  const STEP = 97;
  const sample: number[] = [];
  for (let i = 0; i < dx.length; i += STEP) sample.push(Math.hypot(dx[i] ?? 0, dy[i] ?? 0));
  sample.sort((a, b) => a - b);
  const busy = sample[Math.floor(0.8 * sample.length)] ?? 0;
  return Math.max(16 * FAINTEST, Math.min(16 * 4 * FAINTEST, busy));
}

interface Field {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly dx: Int16Array;
  readonly dy: Int16Array;
  /** Places of edges that a line has already. */
  readonly taken: Uint8Array;
}

function straightOf(cv: Cv, chain: InstanceType<Cv['Mat']>, field: Field, shortest: number): readonly PlateLine[] {
  const corners = new cv.Mat();
  cv.approxPolyDP(chain, corners, STRAIGHT_PX, true);
  const points = chain.data32S;
  const bends = corners.data32S;
  const found: PlateLine[] = [];
  // Corners are points of the chain, in its order.
  let from = 0;
  const indices: number[] = [];
  for (let c = 0; c < bends.length / 2; c++) {
    for (let k = 0; k < points.length / 2; k++) {
      const i = (from + k) % (points.length / 2);
      if (points[2 * i] === bends[2 * c] && points[2 * i + 1] === bends[2 * c + 1]) {
        indices.push(i);
        from = i;
        break;
      }
    }
  }
  corners.delete();
  for (let c = 0; c < indices.length; c++) {
    const [a, b] = [indices[c] ?? 0, indices[(c + 1) % indices.length] ?? 0];
    const [x1, y1, x2, y2] = [points[2 * a] ?? 0, points[2 * a + 1] ?? 0, points[2 * b] ?? 0, points[2 * b + 1] ?? 0];
    if (Math.hypot(x2 - x1, y2 - y1) < shortest) continue;
    const line = fitted({ points, a, b }, field, shortest);
    if (line) found.push(line);
  }
  return found;
}

/** Part of a chain, x and y after one another, from one index to another; it goes on round its end. */
interface Stretch {
  readonly points: Int32Array;
  readonly a: number;
  readonly b: number;
}

/** A line through the places of a chain from one index to another, each moved across the edge to where it is steepest; `null` where they are no line of their own. */
function fitted({ points, a, b }: Stretch, field: Field, shortest: number): PlateLine | null {
  const count = points.length / 2;
  const { widthPx, heightPx, dx, dy, taken } = field;
  const [ax, ay] = [points[2 * a] ?? 0, points[2 * a + 1] ?? 0];
  const [bx, by] = [points[2 * b] ?? 0, points[2 * b + 1] ?? 0];
  const long = Math.hypot(bx - ax, by - ay);
  // Across the edge.
  const [nx, ny] = [-(by - ay) / long, (bx - ax) / long];
  const places: number[] = [];
  let [again, ragged, seen] = [0, 0, 0];
  const size = (((b - a) % count) + count) % count;
  for (let k = 0; k <= size; k++) {
    const i = (a + k) % count;
    const [x, y] = [points[2 * i] ?? 0, points[2 * i + 1] ?? 0];
    const along = ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / long;
    if (along < END_PX || along > long - END_PX || x < 3 || y < 3 || x >= widthPx - 3 || y >= heightPx - 3) continue;
    const at = y * widthPx + x;
    seen++;
    if (taken[at]) again++;
    taken[at] = 1;
    const [gx, gy] = [dx[at] ?? 0, dy[at] ?? 0];
    const steep = Math.hypot(gx, gy);
    if (steep === 0) continue;
    const turned = Math.abs(gx * nx + gy * ny) / steep;
    ragged += Math.acos(Math.min(1, turned));
    const offset = steepest(field, [x, y], [nx, ny]);
    if (offset !== null) places.push(x + offset * nx, y + offset * ny);
  }
  if (seen === 0 || again > seen / 2 || ragged / seen > RAGGED_RAD || places.length < 0.8 * shortest) return null;
  return lineThrough(places, shortest);
}

/** How far across the edge it is steepest, px, by a parabola through three places; `null` where that is not near. */
function steepest({ widthPx, dx, dy }: Field, [x, y]: readonly [number, number], [nx, ny]: readonly [number, number]): number | null {
  const at = (t: number): number => {
    const [px, py] = [x + t * nx, y + t * ny];
    const [ix, iy] = [Math.floor(px), Math.floor(py)];
    const [fx, fy] = [px - ix, py - iy];
    const one = (k: number): number => (dx[k] ?? 0) * nx + (dy[k] ?? 0) * ny;
    const k = iy * widthPx + ix;
    return (one(k) * (1 - fx) + one(k + 1) * fx) * (1 - fy) + (one(k + widthPx) * (1 - fx) + one(k + widthPx + 1) * fx) * fy;
  };
  const [before, here, after] = [Math.abs(at(-1)), Math.abs(at(0)), Math.abs(at(1))];
  const bend = before - 2 * here + after;
  if (bend >= 0) return null;
  const offset = (0.5 * (before - after)) / bend;
  return Math.abs(offset) <= 1.2 ? offset : null;
}

/** So often the line is fitted anew, places away from it counting less. */
const FITS = 4;
/** A place so far from the line hardly counts, px. */
const AWAY_PX = 0.7;

/** The line of least squares through places (x, y after one another), those away from it counting little; from the first to the last along it. */
function lineThrough(places: readonly number[], shortest: number): PlateLine | null {
  const weights = new Float64Array(places.length / 2).fill(1);
  let [mx, my, ux, uy] = [0, 0, 1, 0];
  for (let fit = 0; fit < FITS; fit++) {
    let [sum, sx, sy] = [0, 0, 0];
    weights.forEach((w, i) => {
      sum += w;
      sx += w * (places[2 * i] ?? 0);
      sy += w * (places[2 * i + 1] ?? 0);
    });
    [mx, my] = [sx / sum, sy / sum];
    let [xx, xy, yy] = [0, 0, 0];
    weights.forEach((w, i) => {
      const [x, y] = [(places[2 * i] ?? 0) - mx, (places[2 * i + 1] ?? 0) - my];
      xx += w * x * x;
      xy += w * x * y;
      yy += w * y * y;
    });
    const angle = Math.atan2(2 * xy, xx - yy) / 2;
    [ux, uy] = [Math.cos(angle), Math.sin(angle)];
    weights.forEach((_, i) => {
      const away = ((places[2 * i + 1] ?? 0) - my) * ux - ((places[2 * i] ?? 0) - mx) * uy;
      weights[i] = 1 / (1 + (away / AWAY_PX) ** 2);
    });
  }
  let [low, high] = [Infinity, -Infinity];
  weights.forEach((w, i) => {
    if (w < 0.3) return;
    const along = ((places[2 * i] ?? 0) - mx) * ux + ((places[2 * i + 1] ?? 0) - my) * uy;
    [low, high] = [Math.min(low, along), Math.max(high, along)];
  });
  if (!(high - low >= 0.7 * shortest)) return null;
  // A pixel's middle lies half a pixel from its corner.
  return [mx + low * ux + 0.5, my + low * uy + 0.5, mx + high * ux + 0.5, my + high * uy + 0.5];
}

import { phasePeaks } from './phase';
import { refined, type Measured } from './refine';
import type { Plane, Px } from './plane';

const { abs, floor, hypot, max, min, round, sqrt } = Math;

/** Two patches that should show the same, `b` where the plan puts it, and what they say. */
export interface Patch {
  /** The middle of the patch in the picture of `a`, px. */
  readonly at: Px;
  /** `null` where there is nothing to go by, or nothing fits. */
  readonly measured: Measured | null;
  /** Whether both patches show anything at all but noise. */
  readonly detailed: boolean;
}

/** Side of a patch and what is left free around it to look in, px. */
export const PATCH_PX = 256;
export const PATCH_MARGIN_PX = 40;

/** Laid over each other, patches that show the same are at least so much alike. */
export const SAME = 0.9;
/** So much alike, nothing else can be meant. */
const SURELY = 0.97;
/** Detail has at least this contrast (standard deviation of the encoded value) once smoothed. */
const DETAIL = 0.004;

/**
 * How far `b` lies from `a`, two patches of one size, looked for all over the margin.
 *
 * @param a the first picture
 * @param b the second picture
 * @param at middle of the patch, px
 * @param margin how far it is looked for, px
 *
 * @example
 * measuredPatch(wave(), wave(), { x: 32, y: 32 }).detailed // => true
 */
export function measuredPatch(a: Plane, b: Plane, at: Px, margin = PATCH_MARGIN_PX): Patch {
  // Where it should be first; all over the margin only when it is not quite there.
  let best = refined(a, b, { x: 0, y: 0 }, margin);
  const starts =
    best && best.alike > SURELY
      ? []
      : phasePeaks(a, b, 3, { wrapped: true, rim: 0.25 }).filter(({ x, y }) => max(abs(x), abs(y)) < margin - 4);
  for (const start of starts) {
    if (best && best.alike > SURELY) break;
    const found = refined(a, b, start, margin);
    if (found && (best === null || found.alike > best.alike)) best = found;
  }
  return { at, measured: best, detailed: contrast(a) > DETAIL && contrast(b) > DETAIL };
}

/** Standard deviation of means over 4 × 4 px, so that noise does not pass for detail. */
function contrast({ width, height, data }: Plane): number {
  let [sum, squares, n] = [0, 0, 0];
  for (let y = 0; y + 4 <= height; y += 4) {
    for (let x = 0; x + 4 <= width; x += 4) {
      let mean = 0;
      for (let j = 0; j < 4; j++) for (let i = 0; i < 4; i++) mean += (data[(y + j) * width + x + i] ?? 0) / 16;
      sum += mean;
      squares += mean * mean;
      n++;
    }
  }
  return sqrt(max(0, squares / n - (sum / n) ** 2));
}

/** What a pair of neighbours shows. */
export type PairState = 'fits' | 'parallax' | 'motion' | 'nothing' | 'disagrees';

export interface Pair {
  readonly state: PairState;
  /** How far `b` lies from where it was looked for, px; `null` without evidence. */
  readonly offset: Px | null;
  /** What it knows of that, 1/px², as [xx, xy, yy]; a direction of which nothing is known has nearly 0. */
  readonly knows: readonly [number, number, number];
  /** Patches looked at, those with detail, and those that agree with each other. */
  readonly looked: number;
  readonly detailed: number;
  readonly agreeing: number;
  /** How far the agreeing patches scatter (root mean square), and the farthest that any other lies off, px. */
  readonly scatterPx: number;
  readonly farthestPx: number;
  /** The patch that disagrees most, in the picture of `a`; `null` when none does. */
  readonly worstAt: Px | null;
}

/** A patch disagrees from here on, px, or from so many of its own standard deviations. */
const OFF_PX = 1;
const OFF_DEVIATIONS = 6;
/** No patch is believed to be surer than this, px: lenses bend a little, sampling differs. */
const SUREST_PX = 0.05;

type Info = readonly [number, number, number];

/** The information of one patch, never surer than believed. */
function sober([xx, xy, yy]: Info): Info {
  // Softened by adding the least variance to its covariance: (I⁻¹ + s²)⁻¹.
  const s = SUREST_PX ** 2;
  const det = xx * yy - xy * xy;
  const scale = 1 / (1 + s * (xx + yy) + s * s * det);
  return [(xx + s * det) * scale, xy * scale, (yy + s * det) * scale];
}

function solved(
  patches: readonly { readonly info: Info; readonly offset: Px }[],
  weights: readonly number[],
): { readonly offset: Px; readonly knows: Info } | null {
  let [xx, xy, yy, bx, by] = [0, 0, 0, 0, 0];
  patches.forEach(({ info, offset }, i) => {
    const w = weights[i] ?? 0;
    xx += w * info[0];
    xy += w * info[1];
    yy += w * info[2];
    bx += w * (info[0] * offset.x + info[1] * offset.y);
    by += w * (info[1] * offset.x + info[2] * offset.y);
  });
  const hold = 1e-6 * (xx + yy);
  const det = (xx + hold) * (yy + hold) - xy * xy;
  if (!(det > 0)) return null;
  return { offset: { x: ((yy + hold) * bx - xy * by) / det, y: ((xx + hold) * by - xy * bx) / det }, knows: [xx, xy, yy] };
}

/** How far a patch lies from an offset in what it knows, px: what it says of itself counts, what it cannot know does not. */
function awayPx(
  { info: [xx, xy, yy], offset }: { readonly info: Info; readonly offset: Px },
  from: Px,
): { readonly px: number; readonly deviations: number } {
  const [dx, dy] = [offset.x - from.x, offset.y - from.y];
  const deviations = sqrt(max(0, xx * dx * dx + 2 * xy * dx * dy + yy * dy * dy));
  // The distance along the direction that it knows best.
  const best = (xx + yy) / 2 + hypot((xx - yy) / 2, xy);
  return { px: min(hypot(dx, dy), deviations / sqrt(max(1e-12, best))), deviations };
}

/**
 * One offset for a pair from its patches: the one that most of what is known
 * agrees with. Patches that disagree by more than a pixel are told apart:
 * when they are sharp and lie off along the line between the frames, near and
 * far have parted (parallax); when nothing fits them, or they lie off anyhow,
 * something moved. `along` is the direction from `a` to `b`.
 * Source: weighted least squares with trimming (Rousseeuw and Leroy, 1987).
 *
 * @param patches the measured patches of the overlap
 * @param along direction from `a` to `b`
 *
 * @example
 * pairOf([], { x: 1, y: 0 }).state // => 'nothing'
 */
export function pairOf(patches: readonly Patch[], along: Px): Pair {
  const detailed = patches.filter((patch) => patch.detailed);
  const fitting = detailed.flatMap(({ at, measured }) =>
    measured !== null && measured.alike >= SAME
      ? [{ at, offset: measured.offset, info: sober(measured.knows), alike: measured.alike }]
      : [],
  );
  const nothing: Pair = {
    state: 'nothing',
    offset: null,
    knows: [0, 0, 0],
    looked: patches.length,
    detailed: detailed.length,
    agreeing: 0,
    scatterPx: 0,
    farthestPx: 0,
    worstAt: null,
  };
  if (fitting.length === 0) {
    // Detail on both sides, and none of it alike: something is wrong with the pair; a few such patches prove nothing.
    return detailed.length >= max(4, patches.length / 2) ? { ...nothing, state: 'disagrees' } : nothing;
  }
  const near = (from: Px) =>
    fitting.map((patch) => {
      const { px, deviations } = awayPx(patch, from);
      return px <= max(OFF_PX / 2, 0.1) || (px <= OFF_PX && deviations <= OFF_DEVIATIONS);
    });
  // Begin where the most information agrees.
  let best: { readonly offset: Px; readonly support: number } | null = null;
  for (const patch of fitting) {
    const agreeing = near(patch.offset);
    const support = fitting.reduce((sum, { info }, i) => sum + (agreeing[i] === true ? sqrt(info[0] + info[2]) : 0), 0);
    if (best === null || support > best.support) best = { offset: patch.offset, support };
  }
  let middle = best?.offset ?? { x: 0, y: 0 };
  let agreeing: readonly boolean[] = [];
  let answer: ReturnType<typeof solved> = null;
  for (let round = 0; round < 8; round++) {
    agreeing = near(middle);
    answer = solved(fitting, agreeing.map(Number));
    if (!answer) return nothing;
    const moved = hypot(answer.offset.x - middle.x, answer.offset.y - middle.y);
    middle = answer.offset;
    if (moved < 1e-3) break;
  }
  if (!answer) return nothing;
  const count = agreeing.filter(Boolean).length;
  let scatter = 0;
  let farthest = 0;
  let worst: Px | null = null;
  let along_ = 0;
  let across = 0;
  const size = hypot(along.x, along.y) || 1;
  fitting.forEach((patch, i) => {
    const { px } = awayPx(patch, middle);
    if (agreeing[i] === true) {
      scatter += px * px;
      return;
    }
    if (px <= OFF_PX) return;
    const [dx, dy] = [patch.offset.x - middle.x, patch.offset.y - middle.y];
    along_ += abs(dx * along.x + dy * along.y) / size;
    across += abs(dy * along.x - dx * along.y) / size;
    if (px > farthest) [farthest, worst] = [px, patch.at];
  });
  const unlike = detailed.filter(({ measured }) => measured === null || measured.alike < SAME);
  const parted = along_ + across > 0;
  const shared = {
    offset: answer.offset,
    knows: answer.knows,
    looked: patches.length,
    detailed: detailed.length,
    agreeing: count,
    scatterPx: sqrt(scatter / max(1, count)),
    farthestPx: farthest,
  };
  if (parted) return { ...shared, state: along_ > 2 * across ? 'parallax' : 'motion', worstAt: worst };
  if (unlike.length > 0) return { ...shared, state: 'motion', worstAt: unlike[0]?.at ?? null };
  return { ...shared, state: 'fits', worstAt: null };
}

/**
 * Where to look in an overlap, px in the picture of `a`: middles of patches spread evenly over it, as many as go in, at most so many.
 *
 * @param overlap where the two frames overlap, px
 * @param size side of a patch, px
 * @param most the most patches
 *
 * @example
 * patchPlaces({ left: 0, top: 0, right: 400, bottom: 300 }, 3, 2).length // => 2
 */
export function patchPlaces(
  overlap: { readonly left: number; readonly top: number; readonly right: number; readonly bottom: number },
  size: number,
  most: number,
): readonly Px[] {
  const [w, h] = [overlap.right - overlap.left, overlap.bottom - overlap.top];
  if (w < size || h < size) return [];
  let [nx, ny] = [max(1, floor(w / size)), max(1, floor(h / size))];
  while (nx * ny > most) {
    if (nx >= ny) nx--;
    else ny--;
  }
  return Array.from({ length: nx * ny }, (_, i) => ({
    x: round(overlap.left + size / 2 + (nx === 1 ? (w - size) / 2 : ((w - size) * (i % nx)) / (nx - 1))),
    y: round(overlap.top + size / 2 + (ny === 1 ? (h - size) / 2 : ((h - size) * floor(i / nx)) / (ny - 1))),
  }));
}

import { Matrix, solve } from 'ml-matrix';
import { degrees, radians } from '../angles';
import type { Px } from './plane';

/** A frame as it is measured: its size, where the lens axis meets it from its top left, and where plan or first look have its top left, px. */
export interface GeometryFrame {
  readonly width: number;
  readonly height: number;
  readonly foot: Px;
  readonly rough: Px;
}

/** One place that two frames show. */
export interface Sighting {
  readonly a: number;
  readonly b: number;
  /** Where each shows it, px from its own top left. */
  readonly inA: Px;
  readonly inB: Px;
  /** What is known of it, 1/px² as [xx, xy, yy]. */
  readonly knows: readonly [number, number, number];
}

/** How a frame lies: its middle on the common picture, px; turned clockwise as rows run; larger than the first by its scale. */
export interface LaidFrame {
  readonly middle: Px;
  readonly turnedDeg: number;
  readonly scale: number;
}

/** What frames need beside being shifted; the simplest that explains what they show. */
export interface GeometryModel {
  readonly turns: boolean;
  readonly scales: boolean;
  readonly distorts: boolean;
}

/** How all frames lie together. */
export interface FrameGeometry {
  readonly model: GeometryModel;
  readonly frames: readonly LaidFrame[];
  /** Radial distortion at the half diagonal from the lens axis, as a share; barrel negative. */
  readonly distortion: number;
  /** One standard deviation of turn, scale and distortion by what is left, the largest of all frames. */
  readonly doubt: { readonly turnedDeg: number; readonly scale: number; readonly distortion: number };
  /** Whether a sighting was left out as of something that moved or stands nearer. */
  readonly leftOut: readonly boolean[];
  /** Root mean square of the residuals that were used, px. */
  readonly rmsPx: number;
}

/** What mechanisms, breathing and lenses do at most (common practice), as one standard deviation of a weak hold. */
const [TURN_RAD, SCALE_SHARE, DISTORTION] = [0.004, 0.006, 0.02] as const;
/** No sighting is surer than this, px: sampling differs from frame to frame. */
const SUREST_PX = 0.03;
/** A sighting is left out from so many of its own standard deviations, but never nearer than this, px. */
const [OUT_DEVIATIONS, OUT_PX] = [5, 0.35] as const;
/** What moves nothing by more than this is not there, px. */
const SEEN_PX = 0.12;
const [ROUNDS, STILL_PX] = [30, 1e-4] as const;

interface Unknowns {
  readonly middle: readonly Px[];
  readonly turn: readonly number[];
  readonly log: readonly number[];
  readonly distortion: number;
}

const halfDiagonal = ({ width, height }: GeometryFrame): number => Math.hypot(width, height) / 2;

/**
 * Where a place in a frame would lie in it without distortion, px.
 *
 * @param frame the frame
 * @param distortion at the half diagonal from the axis, as a share
 * @param at place in the frame, px
 *
 * @example
 * undistorted({ width: 60, height: 80, foot: { x: 30, y: 40 }, rough: { x: 0, y: 0 } }, 0.01, { x: 60, y: 80 }) // => {x: 59.7, y: 79.6}
 */
export function undistorted(frame: GeometryFrame, distortion: number, { x, y }: Px): Px {
  const [dx, dy] = [x - frame.foot.x, y - frame.foot.y];
  const by = 1 - (distortion * (dx * dx + dy * dy)) / halfDiagonal(frame) ** 2;
  return { x: frame.foot.x + dx * by, y: frame.foot.y + dy * by };
}

/**
 * Where the common picture has a place of a frame, px.
 *
 * @param frame the frame
 * @param laid how it lies
 * @param distortion at the half diagonal from the axis, as a share
 * @param at place in the frame, px
 *
 * @example
 * toCommon({ width: 60, height: 80, foot: { x: 30, y: 40 }, rough: { x: 0, y: 0 } }, { middle: { x: 100, y: 50 }, turnedDeg: 0, scale: 1 }, 0, { x: 0, y: 0 }) // => {x: 70, y: 10}
 */
export function toCommon(frame: GeometryFrame, { middle, turnedDeg, scale }: LaidFrame, distortion: number, at: Px): Px {
  const turn = radians(turnedDeg);
  const { x, y } = undistorted(frame, distortion, at);
  const [dx, dy] = [x - frame.width / 2, y - frame.height / 2];
  const [c, s] = [scale * Math.cos(turn), scale * Math.sin(turn)];
  return { x: middle.x + c * dx - s * dy, y: middle.y + s * dx + c * dy };
}

/**
 * Where a frame shows a place of the common picture, px from its top left: the
 * inverse of `toCommon`, to a millionth of a pixel.
 *
 * @param frame the frame
 * @param laid how it lies
 * @param distortion at the half diagonal from the axis, as a share
 * @param at place in the common picture, px
 *
 * @example
 * toFrame({ width: 60, height: 80, foot: { x: 30, y: 40 }, rough: { x: 0, y: 0 } }, { middle: { x: 100, y: 50 }, turnedDeg: 0, scale: 1 }, 0, { x: 70, y: 10 }) // => {x: 0, y: 0}
 */
export function toFrame(frame: GeometryFrame, { middle, turnedDeg, scale }: LaidFrame, distortion: number, at: Px): Px {
  const turn = radians(turnedDeg);
  const [dx, dy] = [(at.x - middle.x) / scale, (at.y - middle.y) / scale];
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const [ux, uy] = [frame.width / 2 + c * dx + s * dy - frame.foot.x, frame.height / 2 - s * dx + c * dy - frame.foot.y];
  // From the undistorted radius to the one that is drawn: r (1 − k r²) = u, by Newton's steps.
  const k = distortion / halfDiagonal(frame) ** 2;
  const u = Math.hypot(ux, uy);
  let r = u;
  for (let round = 0; round < 4 && k !== 0; round++) r -= (r * (1 - k * r * r) - u) / (1 - 3 * k * r * r);
  const by = u === 0 ? 1 : r / u;
  return { x: frame.foot.x + ux * by, y: frame.foot.y + uy * by };
}

/**
 * How all frames of a mosaic lie, estimated together from places that two of
 * them show: each shifted, turned and scaled, and one distortion about the lens
 * axis for all. What the sightings do not need is left out, so that frames that
 * only shift are only shifted. Places that fit nothing (something that moved,
 * near before far) count for nothing. The first frame stays as it is.
 * Sources: bundle adjustment by Gauss and Newton (Triggs et al., “Bundle
 * Adjustment – A Modern Synthesis”, 2000) with weights by Geman and McClure;
 * the model by Schwarz's criterion (1978).
 *
 * @param frames the frames
 * @param sightings places that two frames show
 * @param planPx how far the rough places may be off, px
 *
 * @example
 * frameGeometry([{ width: 60, height: 80, foot: { x: 30, y: 40 }, rough: { x: 5, y: 6 } }], [], 4).frames // => [{ middle: { x: 35, y: 46 }, turnedDeg: 0, scale: 1 }]
 */
export function frameGeometry(frames: readonly GeometryFrame[], sightings: readonly Sighting[], planPx: number): FrameGeometry {
  const problem = { frames, sightings, planPx };
  const shifted = fitted(problem, SHIFTED, null);
  // A few places that fit nothing are of what moved or stands nearer: no turn is to be made up for them.
  if (isEnough(problem, shifted)) return answerOf(problem, shifted, SHIFTED, 1);
  const fullest: GeometryModel = { turns: true, scales: true, distorts: true };
  const full = fitted(problem, fullest, null);
  const used = full.leftOut;
  const sigma2 = Math.max(1, full.cost / Math.max(1, 2 * used.filter((out) => !out).length - unknownsOf(frames.length, fullest)));
  const choices = [false, true].flatMap((turns) =>
    [false, true].flatMap((scales) => [false, true].map((distorts): GeometryModel => ({ turns, scales, distorts }))),
  );
  let best: { readonly fit: Fit; readonly model: GeometryModel; readonly worth: number } | null = null;
  for (const model of choices) {
    const fit = model.turns && model.scales && model.distorts ? full : fitted(problem, model, used);
    const count = 2 * used.filter((out) => !out).length;
    const worth = fit.cost / sigma2 + unknownsOf(frames.length, model) * Math.log(Math.max(2, count));
    if (best === null || worth < best.worth) best = { fit, model, worth };
  }
  const chosen = best ?? { fit: full, model: fullest };
  const seen = whatIsSeen(frames, chosen.fit.at, chosen.model);
  const same = seen.turns === chosen.model.turns && seen.scales === chosen.model.scales && seen.distorts === chosen.model.distorts;
  return answerOf(problem, same ? chosen.fit : fitted(problem, seen, used), seen, sigma2);
}

const SHIFTED: GeometryModel = { turns: false, scales: false, distorts: false };

/** Shifting is enough where at least this share of what any two frames show agrees within so many px, or so many of its own deviations. */
const [ENOUGH, ENOUGH_PX, ENOUGH_DEVIATIONS] = [0.6, 0.2, 3] as const;

/** Whether most of what every two frames show agrees with a fit. */
function isEnough(problem: Problem, { at }: Fit): boolean {
  const pairs = new Map<string, { agreeing: number; all: number }>();
  residualsOf(problem, at).forEach((rest, i) => {
    const { a = 0, b = 0, knows = [0, 0, 0] as const } = problem.sightings[i] ?? {};
    const pair = pairs.get(`${a} ${b}`) ?? { agreeing: 0, all: 0 };
    const agrees = Math.hypot(rest.x, rest.y) <= ENOUGH_PX || squared(sober(knows), rest) <= ENOUGH_DEVIATIONS ** 2;
    pairs.set(`${a} ${b}`, { agreeing: pair.agreeing + (agrees ? 1 : 0), all: pair.all + 1 });
  });
  return [...pairs.values()].every(({ agreeing, all }) => agreeing >= ENOUGH * all);
}

/** How many unknowns a model has. */
const unknownsOf = (count: number, { turns, scales, distorts }: GeometryModel): number =>
  2 * (count - 1) + (turns ? count - 1 : 0) + (scales ? count - 1 : 0) + (distorts ? 1 : 0);

/** A model without what moves no place of any frame by more than is seen. */
function whatIsSeen(frames: readonly GeometryFrame[], { turn, log, distortion }: Unknowns, model: GeometryModel): GeometryModel {
  const most = (of: (frame: number) => number): number => Math.max(0, ...frames.map((frame, i) => Math.abs(of(i)) * halfDiagonal(frame)));
  return {
    turns: model.turns && most((i) => turn[i] ?? 0) > SEEN_PX,
    scales: model.scales && most((i) => log[i] ?? 0) > SEEN_PX,
    distorts: model.distorts && most(() => distortion) > SEEN_PX,
  };
}

interface Problem {
  readonly frames: readonly GeometryFrame[];
  readonly sightings: readonly Sighting[];
  readonly planPx: number;
}

interface Fit {
  readonly at: Unknowns;
  /** Weighted sum of squares of what is left, of the sightings that are used. */
  readonly cost: number;
  readonly leftOut: readonly boolean[];
  /** The normal matrix, in the order of the unknowns. */
  readonly normal: Matrix | null;
}

const laidOf = ({ middle, turn, log }: Unknowns, i: number): LaidFrame => ({
  middle: middle[i] ?? { x: 0, y: 0 },
  turnedDeg: degrees(turn[i] ?? 0),
  scale: Math.exp(log[i] ?? 0),
});

/** The information of a sighting, never surer than can be. */
function sober([xx, xy, yy]: Sighting['knows']): Sighting['knows'] {
  const s = SUREST_PX ** 2;
  const det = xx * yy - xy * xy;
  const scale = 1 / (1 + s * (xx + yy) + s * s * det);
  return [(xx + s * det) * scale, xy * scale, (yy + s * det) * scale];
}

/** Columns of the normal matrix: x, y, turn and scale of each frame but the first; the distortion has the one after the last frame. */
const column = (frame: number, which: number): number => 4 * (frame - 1) + which;

/** What is left of each sighting: where `b` has it less where `a` does, px. */
function residualsOf({ frames, sightings }: Problem, at: Unknowns): readonly Px[] {
  return sightings.map(({ a, b, inA, inB }) => {
    const [fa, fb] = [frames[a], frames[b]];
    if (!fa || !fb) return { x: 0, y: 0 };
    const [pa, pb] = [toCommon(fa, laidOf(at, a), at.distortion, inA), toCommon(fb, laidOf(at, b), at.distortion, inB)];
    return { x: pb.x - pa.x, y: pb.y - pa.y };
  });
}

const squared = ([xx, xy, yy]: Sighting['knows'], { x, y }: Px): number => xx * x * x + 2 * xy * x * y + yy * y * y;

/** One model fitted. Without a list of what is left out, that is found as well, beginning from what most agree on. */
function fitted(problem: Problem, model: GeometryModel, given: readonly boolean[] | null): Fit {
  const { frames, sightings, planPx } = problem;
  const count = frames.length;
  const knows = sightings.map((each) => sober(each.knows));
  let at: Unknowns = {
    middle: frames.map(({ rough, width, height }) => ({ x: rough.x + width / 2, y: rough.y + height / 2 })),
    turn: frames.map(() => 0),
    log: frames.map(() => 0),
    distortion: 0,
  };
  const plan = at.middle;
  const columns = 4 * (count - 1) + 1;
  let last: Matrix | null = null;
  // What is far off counts for little at first, and is left out in the end.
  let reach = Math.max(planPx, 4);
  let weights: readonly number[] = sightings.map((_, i) => (given?.[i] === true ? 0 : 1));
  for (let round = 0; round < ROUNDS; round++) {
    const left = residualsOf(problem, at);
    if (given === null)
      weights = left.map(({ x, y }, i) => {
        const [xx = 0, , yy = 0] = knows[i] ?? [];
        const sigma = Math.max(reach, OUT_PX, OUT_DEVIATIONS / Math.sqrt(Math.max(1e-9, (xx + yy) / 2)));
        return 1 / (1 + (x * x + y * y) / sigma ** 2) ** 2;
      });
    const normal = Matrix.zeros(columns, columns);
    const right = Matrix.zeros(columns, 1);
    const add = (i: number, j: number, value: number): void => {
      normal.set(i, j, normal.get(i, j) + value);
    };
    const hold = (i: number, sigma: number, value: number): void => {
      add(i, i, 1 / sigma ** 2);
      right.set(i, 0, right.get(i, 0) - value / sigma ** 2);
    };
    for (let f = 1; f < count; f++) {
      hold(column(f, 0), planPx, (at.middle[f]?.x ?? 0) - (plan[f]?.x ?? 0));
      hold(column(f, 1), planPx, (at.middle[f]?.y ?? 0) - (plan[f]?.y ?? 0));
      hold(column(f, 2), model.turns ? TURN_RAD : 1e-9, at.turn[f] ?? 0);
      hold(column(f, 3), model.scales ? SCALE_SHARE : 1e-9, at.log[f] ?? 0);
    }
    hold(columns - 1, model.distorts ? DISTORTION : 1e-9, at.distortion);
    sightings.forEach((sighting, i) => {
      const weight = weights[i] ?? 0;
      const info = knows[i];
      const rest = left[i];
      if (weight === 0 || !info || !rest) return;
      const slopes = slopesOf(problem, at, sighting);
      const [xx, xy, yy] = info;
      for (const [j, sj] of slopes) {
        const [wx, wy] = [weight * (xx * sj.x + xy * sj.y), weight * (xy * sj.x + yy * sj.y)];
        right.set(j, 0, right.get(j, 0) - wx * rest.x - wy * rest.y);
        for (const [k, sk] of slopes) add(j, k, wx * sk.x + wy * sk.y);
      }
    });
    const step = solve(normal, right);
    last = normal;
    at = moved(at, step);
    const largest = Math.max(
      0,
      ...frames.map((frame, f) => {
        if (f === 0) return Math.abs(step.get(columns - 1, 0)) * halfDiagonal(frame);
        const far = halfDiagonal(frame);
        return Math.max(
          Math.abs(step.get(column(f, 0), 0)),
          Math.abs(step.get(column(f, 1), 0)),
          Math.abs(step.get(column(f, 2), 0)) * far,
          Math.abs(step.get(column(f, 3), 0)) * far,
        );
      }),
    );
    if (reach <= OUT_PX && largest < STILL_PX) break;
    reach = Math.max(OUT_PX, reach * 0.6);
  }
  const left = residualsOf(problem, at);
  const leftOut =
    given ??
    left.map(({ x, y }, i) => {
      const info = knows[i] ?? [0, 0, 0];
      return Math.hypot(x, y) > OUT_PX && squared(info, { x, y }) > OUT_DEVIATIONS ** 2;
    });
  const cost = left.reduce((sum, rest, i) => sum + (leftOut[i] === true ? 0 : squared(knows[i] ?? [0, 0, 0], rest)), 0);
  return { at, cost, leftOut, normal: last };
}

function moved(at: Unknowns, step: Matrix): Unknowns {
  const by = (f: number, which: number): number => (f === 0 ? 0 : step.get(column(f, which), 0));
  return {
    middle: at.middle.map(({ x, y }, f) => ({ x: x + by(f, 0), y: y + by(f, 1) })),
    turn: at.turn.map((value, f) => value + by(f, 2)),
    log: at.log.map((value, f) => value + by(f, 3)),
    distortion: at.distortion + step.get(step.rows - 1, 0),
  };
}

/** How what is left of a sighting changes with each unknown. */
function slopesOf({ frames }: Problem, at: Unknowns, { a, b, inA, inB }: Sighting): readonly (readonly [number, Px])[] {
  const slopes: [number, Px][] = [];
  let bent: Px = { x: 0, y: 0 };
  for (const [f, place, sign] of [
    [a, inA, -1],
    [b, inB, 1],
  ] as const) {
    const frame = frames[f];
    if (!frame) continue;
    const { x, y } = undistorted(frame, at.distortion, place);
    const [dx, dy] = [x - frame.width / 2, y - frame.height / 2];
    const by = Math.exp(at.log[f] ?? 0);
    const [c, s] = [by * Math.cos(at.turn[f] ?? 0), by * Math.sin(at.turn[f] ?? 0)];
    const [px, py] = [c * dx - s * dy, s * dx + c * dy];
    if (f > 0)
      slopes.push(
        [column(f, 0), { x: sign, y: 0 }],
        [column(f, 1), { x: 0, y: sign }],
        [column(f, 2), { x: -sign * py, y: sign * px }],
        [column(f, 3), { x: sign * px, y: sign * py }],
      );
    const [ox, oy] = [place.x - frame.foot.x, place.y - frame.foot.y];
    const share = (-sign * (ox * ox + oy * oy)) / halfDiagonal(frame) ** 2;
    bent = { x: bent.x + share * (c * ox - s * oy), y: bent.y + share * (s * ox + c * oy) };
  }
  slopes.push([column(frames.length, 0), bent]);
  return slopes;
}

function answerOf(problem: Problem, fit: Fit, model: GeometryModel, sigma2: number): FrameGeometry {
  const { frames } = problem;
  const used = residualsOf(problem, fit.at).filter((_, i) => fit.leftOut[i] !== true);
  const covariance = fit.normal && frames.length > 1 ? solve(fit.normal, Matrix.eye(fit.normal.rows)) : null;
  const deviation = (i: number): number => (covariance ? Math.sqrt(Math.max(0, sigma2 * covariance.get(i, i))) : Infinity);
  const most = (which: number): number => Math.max(...frames.map((_, f) => (f === 0 ? 0 : deviation(column(f, which)))));
  return {
    model,
    frames: frames.map((_, i) => {
      const { middle, turnedDeg, scale } = laidOf(fit.at, i);
      return { middle, turnedDeg: model.turns ? turnedDeg : 0, scale: model.scales ? scale : 1 };
    }),
    distortion: model.distorts ? fit.at.distortion : 0,
    doubt: { turnedDeg: degrees(most(2)), scale: most(3), distortion: deviation(column(frames.length, 0)) },
    leftOut: fit.leftOut,
    rmsPx: Math.sqrt(used.reduce((sum, { x, y }) => sum + x * x + y * y, 0) / Math.max(1, used.length)),
  };
}

import { Matrix, solve } from 'ml-matrix';
import type { Px } from './plane';

/** What was measured between two frames: where `b` lies from `a`, and what is known of that, 1/px² as [xx, xy, yy]. */
export interface Link {
  readonly a: number;
  readonly b: number;
  readonly offset: Px;
  readonly knows: readonly [number, number, number];
}

export interface Placed {
  /** The top left corner of each frame, px. The first one stays where the plan has it. */
  readonly at: readonly Px[];
  /** How far each link lies from where the frames were put, px, and whether it was left out as wrong. */
  readonly links: readonly { readonly awayPx: number; readonly leftOut: boolean }[];
  /** Which frames are held by measurements, which only by the plan. */
  readonly held: readonly boolean[];
}

/** Links that are right are bent by less than this in the solution, px. */
const BENT_PX = 1;

/**
 * All frames placed together: least squares of all links, each by what it
 * knows, with the plan as a weak hold of `planPx` (how far the mechanism may
 * err). A link that the others contradict is left out, which needs a loop: among
 * two frames nobody can tell who is wrong. Which link of a loop it is, the
 * plan decides when no other loop does. Source: Gauss–Markov.
 *
 * @param plan where the plan puts each frame, px
 * @param links measured offsets between neighbours
 * @param planPx how far the plan may be off, px
 *
 * @example
 * placedTogether([{ x: 0, y: 0 }, { x: 100, y: 0 }], [], 4).at[1] // => {x: 100, y: 0}
 */
export function placedTogether(plan: readonly Px[], links: readonly Link[], planPx: number): Placed {
  const n = plan.length;
  const left = links.map(() => false);
  let at: readonly Px[] = plan;
  const away = ({ a, b, offset, knows: [xx, xy, yy] }: Link): number => {
    const [pa, pb] = [at[a] ?? offset, at[b] ?? offset];
    const [dx, dy] = [pb.x - pa.x - offset.x, pb.y - pa.y - offset.y];
    // Only in the direction that the link knows.
    const best = (xx + yy) / 2 + Math.hypot((xx - yy) / 2, xy);
    return Math.sqrt(Math.max(0, (xx * dx * dx + 2 * xy * dx * dy + yy * dy * dy) / Math.max(1e-12, best)));
  };
  const settle = () =>
    (at = placedOnce(
      plan,
      links,
      left.map((out) => (out ? 0 : 1)),
      planPx,
    ));
  settle();
  // What is wrong bends its whole loop: of the links that are bent, the one is left out without which links and plan agree best.
  for (;;) {
    const bent = links.map((link, i) => (left[i] === true ? 0 : away(link)));
    const most = Math.max(0, ...bent);
    if (most <= BENT_PX) break;
    let [best, least] = [-1, Infinity];
    bent.forEach((px, i) => {
      if (px < most / 4) return;
      left[i] = true;
      settle();
      const cost =
        links.reduce((sum, link, j) => sum + (left[j] === true ? 0 : away(link) ** 2), 0) +
        plan.reduce((sum, { x, y }, j) => sum + (Math.hypot((at[j]?.x ?? x) - x, (at[j]?.y ?? y) - y) / planPx) ** 2, 0);
      left[i] = false;
      if (cost < least) [best, least] = [i, cost];
    });
    if (best < 0) break;
    left[best] = true;
    settle();
  }
  const held = Array.from({ length: n }, (_, i) => i === 0);
  for (let grown = true; grown;) {
    grown = false;
    links.forEach(({ a, b, knows }, i) => {
      if (left[i] === true || Math.min(knows[0], knows[2]) < 1 || held[a] === held[b]) return;
      held[a] = held[b] = grown = true;
    });
  }
  return { at, links: links.map((link, i) => ({ awayPx: away(link), leftOut: left[i] === true })), held };
}

function placedOnce(plan: readonly Px[], links: readonly Link[], weights: readonly number[], planPx: number): readonly Px[] {
  const n = plan.length;
  const left = Matrix.zeros(2 * n, 2 * n);
  const right = Matrix.zeros(2 * n, 1);
  const add = (i: number, j: number, value: number) => left.set(i, j, left.get(i, j) + value);
  const hold = 1 / planPx ** 2;
  plan.forEach(({ x, y }, i) => {
    const strong = i === 0 ? 1e6 : hold;
    add(2 * i, 2 * i, strong);
    add(2 * i + 1, 2 * i + 1, strong);
    right.set(2 * i, 0, right.get(2 * i, 0) + strong * x);
    right.set(2 * i + 1, 0, right.get(2 * i + 1, 0) + strong * y);
  });
  links.forEach(({ a, b, offset, knows: [xx, xy, yy] }, k) => {
    const w = weights[k] ?? 0;
    if (w === 0) return;
    const block = [
      [xx * w, xy * w],
      [xy * w, yy * w],
    ];
    for (let r = 0; r < 2; r++) {
      const push = (block[r]?.[0] ?? 0) * offset.x + (block[r]?.[1] ?? 0) * offset.y;
      right.set(2 * b + r, 0, right.get(2 * b + r, 0) + push);
      right.set(2 * a + r, 0, right.get(2 * a + r, 0) - push);
      for (let c = 0; c < 2; c++) {
        const value = block[r]?.[c] ?? 0;
        add(2 * a + r, 2 * a + c, value);
        add(2 * b + r, 2 * b + c, value);
        add(2 * a + r, 2 * b + c, -value);
        add(2 * b + r, 2 * a + c, -value);
      }
    }
  });
  const answer = solve(left, right);
  return plan.map((_, i) => ({ x: answer.get(2 * i, 0), y: answer.get(2 * i + 1, 0) }));
}

/** What two frames say of their light: light of `a` over light of `b` where they show the same, and by how many patches. */
export interface LightLink {
  readonly a: number;
  readonly b: number;
  readonly ratio: number;
  readonly patches: number;
}

/**
 * By what each frame's light is multiplied so that neighbours agree: least
 * squares of the logarithms, their mean held at nothing so that the whole
 * keeps its exposure; wrong links weigh less (Huber 1964).
 *
 * @param count number of frames
 * @param links ratios of light between neighbours
 *
 * @example
 * evenedLight(2, [{ a: 0, b: 1, ratio: 2, patches: 5 }]) // => [0.70713, 1.4142]
 */
export function evenedLight(count: number, links: readonly LightLink[]): readonly number[] {
  const weights = links.map(() => 1);
  let logs: readonly number[] = Array.from({ length: count }, () => 0);
  for (let round = 0; round < 8; round++) {
    const left = Matrix.eye(count, count)
      .mul(1e-3)
      .add(1e-3 / count);
    const right = Matrix.zeros(count, 1);
    links.forEach(({ a, b, ratio, patches }, i) => {
      const w = (weights[i] ?? 1) * patches;
      const log = Math.log(ratio);
      // gain_b − gain_a = log ratio.
      left.set(a, a, left.get(a, a) + w);
      left.set(b, b, left.get(b, b) + w);
      left.set(a, b, left.get(a, b) - w);
      left.set(b, a, left.get(b, a) - w);
      right.set(b, 0, right.get(b, 0) + w * log);
      right.set(a, 0, right.get(a, 0) - w * log);
    });
    const answer = solve(left, right);
    logs = Array.from({ length: count }, (_, i) => answer.get(i, 0));
    links.forEach(({ a, b, ratio }, i) => {
      const off = Math.abs((logs[b] ?? 0) - (logs[a] ?? 0) - Math.log(ratio));
      weights[i] = off <= 0.02 ? 1 : 0.02 / off;
    });
  }
  const mean = logs.reduce((sum, each) => sum + each, 0) / Math.max(1, count);
  return logs.map((log) => Math.exp(log - mean));
}

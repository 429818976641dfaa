import type { FrameMark, JudgedPlace, LensTestFrame } from '@gangway/contract/lensTest';
import type { Mark } from '@gangway/core/lensTests/marks';

/** Where each place lies in a frame, as shares from the left and from the top, as far out as a cut-out fits. */
const SHARES: Readonly<Record<JudgedPlace, readonly [x: number, y: number]>> = {
  centre: [0.5, 0.5],
  left: [0, 0.5],
  right: [1, 0.5],
  top: [0.5, 0],
  bottom: [0.5, 1],
  upperLeft: [0, 0],
  upperRight: [1, 0],
  lowerLeft: [0, 1],
  lowerRight: [1, 1],
};

/** A piece of a frame, px. */
export interface CutOut {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** How far from the border the corners are looked at, as a share of the frame. */
const INSET = 0.03;

/** The middle of what is looked at in a place, px: the nearest edge of the test chart that was read, where there are any. */
export function middleOf(
  { width, height, chart }: Pick<LensTestFrame, 'width' | 'height' | 'chart'>,
  place: JudgedPlace,
): readonly [x: number, y: number] {
  const inset = ([share, size]: readonly [number, number]): number => Math.min(Math.max(share, INSET), 1 - INSET) * size;
  const [shareX, shareY] = SHARES[place];
  const [x, y] = [inset([shareX, width]), inset([shareY, height])];
  return nearestEdge(chart?.edges ?? [], [x, y]) ?? [x, y];
}

/** The same place in another frame of the position: the edge of the chart nearest to where it is in the first one. */
export function sameMiddle(
  { width, height, chart }: Pick<LensTestFrame, 'width' | 'height' | 'chart'>,
  [x, y]: readonly [number, number],
): readonly [x: number, y: number] {
  return nearestEdge(chart?.edges ?? [], [x, y]) ?? [Math.min(x, width), Math.min(y, height)];
}

function nearestEdge(
  edges: readonly { readonly xPx: number; readonly yPx: number }[],
  [x, y]: readonly [number, number],
): readonly [number, number] | null {
  const [first, ...more] = edges;
  if (!first) return null;
  const off = (each: typeof first): number => Math.hypot(each.xPx - x, each.yPx - y);
  const nearest = more.reduce((best, each) => (off(each) < off(best) ? each : best), first);
  return [nearest.xPx, nearest.yPx];
}

/** The piece of a frame of a size (px) about a place, moved inward where it would leave the frame. */
export function cutOut(
  { width, height }: Pick<LensTestFrame, 'width' | 'height'>,
  [x, y]: readonly [number, number],
  sizePx: number,
): CutOut {
  const [wide, high] = [Math.min(sizePx, width), Math.min(sizePx, height)];
  const within = (at: number, size: number, all: number): number => Math.round(Math.min(Math.max(at - size / 2, 0), all - size));
  return { left: within(x, wide, width), top: within(y, high, height), width: wide, height: high };
}

/** The marks with one more, or without one where it is `null`. */
export function marked(marks: readonly FrameMark[], { frameId, place, at }: Omit<FrameMark, 'mark'>, mark: Mark | null): FrameMark[] {
  const others = marks.filter((each) => each.frameId !== frameId || each.place !== place);
  return mark === null ? others : [...others, { frameId, place, at, mark }];
}

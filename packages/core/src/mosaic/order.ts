import type { MosaicFrame } from '../model/mosaic';

/**
 * How far the mechanism goes through frames in their order, mm: rise and shift are set one after the other.
 *
 * @param frames the frames, in the order of shooting
 *
 * @example
 * wayMm([{ riseMm: 0, shiftMm: 0, turned: false }, { riseMm: 0, shiftMm: 10, turned: false }]) // => 10
 */
export function wayMm(frames: readonly MosaicFrame[]): number {
  return frames.reduce((sum, each, i) => {
    const before = frames[i - 1];
    return before ? sum + Math.abs(each.riseMm - before.riseMm) + Math.abs(each.shiftMm - before.shiftMm) : 0;
  }, 0);
}

/**
 * Frames in an order that moves little, beginning with the uppermost on the
 * left: always to the nearest, then every stretch turned about that makes the
 * way shorter (2-opt; Croes, "A Method for Solving Traveling-Salesman
 * Problems", 1958, from memory). Never longer than the order given.
 *
 * @param frames the frames, in the order of shooting
 *
 * @example
 * shortOrder([{ riseMm: 0, shiftMm: 10, turned: false }, { riseMm: 0, shiftMm: 0, turned: false }]).length // => 2
 */
export function shortOrder(frames: readonly MosaicFrame[]): readonly MosaicFrame[] {
  if (frames.length < 3) return frames;
  const left = [...frames].sort((a, b) => b.riseMm - a.riseMm || a.shiftMm - b.shiftMm);
  const order: MosaicFrame[] = left.splice(0, 1);
  while (left.length > 0) {
    const last = order[order.length - 1];
    const away = ({ riseMm, shiftMm }: MosaicFrame): number =>
      Math.abs(riseMm - (last?.riseMm ?? 0)) + Math.abs(shiftMm - (last?.shiftMm ?? 0));
    const nearest = left.reduce((best, each) => (away(each) < away(best) - 1e-9 ? each : best));
    order.push(...left.splice(left.indexOf(nearest), 1));
  }
  let best: readonly MosaicFrame[] = order;
  for (let better = true; better;) {
    better = false;
    for (let i = 1; i < best.length - 1 && !better; i++) {
      for (let j = i + 1; j < best.length && !better; j++) {
        const turned = [...best.slice(0, i), ...best.slice(i, j + 1).reverse(), ...best.slice(j + 1)];
        if (wayMm(turned) < wayMm(best) - 1e-9) {
          best = turned;
          better = true;
        }
      }
    }
  }
  return wayMm(best) < wayMm(frames) - 1e-9 ? best : frames;
}

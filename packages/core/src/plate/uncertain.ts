import { CoreError } from '../errors';
import { plateHeight, type FootAndTop, type PlateHeight } from './height';
import type { PlateLevel } from './level';
import type { PlateProjection } from './pixel';

/** How well the values that a measurement rests on are known, one standard deviation each. */
export interface PlateDoubt {
  /** Of pitch and of roll, degrees. */
  readonly levelDeg: number;
  /** Of a place that was clicked, px. */
  readonly clickPx: number;
  /** Of the height of the camera, m. */
  readonly cameraHeightM: number;
}

/** A height and a place with their standard deviations, m; `null` where what is known does not fix them: the foot may lie on the horizon. */
export interface DoubtedHeight extends PlateHeight {
  readonly heightDoubtM: number | null;
  readonly distanceDoubtM: number | null;
}

/**
 * Height and distance of something, with how far they may be off: each value that
 * they rest on is moved by its standard deviation, both ways, and the changes are
 * added in quadrature. Source: propagation of uncertainty, JCGM
 * 100:2008 (GUM), 5.1.2, with differences instead of derivatives. Throws as `plateHeight`.
 *
 * @param plate how the photograph is projected
 * @param level how it was held
 * @param measured foot and top, px, and the height of the camera, m
 * @param doubt how well each is known
 *
 * @example
 * doubtedHeight({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, { pitchDeg: 0, rollDeg: 0 }, { footPx: [200, 166], topPx: [200, 50], cameraHeightM: 1.6 }, { levelDeg: 0, clickPx: 0, cameraHeightM: 0.1 }).distanceDoubtM // => 1.25
 */
export function doubtedHeight(
  plate: PlateProjection,
  level: PlateLevel,
  measured: FootAndTop & { readonly cameraHeightM: number },
  doubt: PlateDoubt,
): DoubtedHeight {
  const at = (held: PlateLevel, { cameraHeightM, ...thing }: typeof measured): PlateHeight =>
    plateHeight(plate, held, thing, cameraHeightM);
  const found = at(level, measured);
  const { footPx, topPx, cameraHeightM } = measured;
  const moved = (by: 1 | -1): readonly (() => PlateHeight)[] => [
    () => at({ ...level, pitchDeg: level.pitchDeg + by * doubt.levelDeg }, measured),
    () => at({ ...level, rollDeg: level.rollDeg + by * doubt.levelDeg }, measured),
    () => at(level, { ...measured, footPx: [footPx[0] + by * doubt.clickPx, footPx[1]] }),
    () => at(level, { ...measured, footPx: [footPx[0], footPx[1] + by * doubt.clickPx] }),
    () => at(level, { ...measured, topPx: [topPx[0] + by * doubt.clickPx, topPx[1]] }),
    () => at(level, { ...measured, topPx: [topPx[0], topPx[1] + by * doubt.clickPx] }),
    () => at(level, { ...measured, cameraHeightM: cameraHeightM + by * doubt.cameraHeightM }),
  ];
  try {
    const [more, less] = [moved(1).map((each) => each()), moved(-1).map((each) => each())];
    const off = (value: (each: PlateHeight) => number): number =>
      Math.hypot(...more.map((each, i) => (value(each) - value(less[i] ?? found)) / 2));
    return { ...found, heightDoubtM: off(({ heightM }) => heightM), distanceDoubtM: off(({ distanceM }) => distanceM) };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    // Within its own doubt the foot lies on the horizon, or the camera on the ground.
    return { ...found, heightDoubtM: null, distanceDoubtM: null };
  }
}

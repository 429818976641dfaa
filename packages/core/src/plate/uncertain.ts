import { CoreError } from '../errors';
import type { FrontOutline, Pixel } from '../model/plate';
import { lengthOnFront, outlinedFront } from './front';
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
    ...heldOtherwise(level, by * doubt.levelDeg).map((held) => () => at(held, measured)),
    ...clickedOtherwise(footPx, by * doubt.clickPx).map((foot) => () => at(level, { ...measured, footPx: foot })),
    ...clickedOtherwise(topPx, by * doubt.clickPx).map((top) => () => at(level, { ...measured, topPx: top })),
    () => at(level, { ...measured, cameraHeightM: cameraHeightM + by * doubt.cameraHeightM }),
  ];
  const off = (value: (each: PlateHeight) => number): number | null => doubtBy(moved, value);
  return { ...found, heightDoubtM: off(({ heightM }) => heightM), distanceDoubtM: off(({ distanceM }) => distanceM) };
}

export const heldOtherwise = ({ pitchDeg, rollDeg }: PlateLevel, deg: number): readonly PlateLevel[] => [
  { pitchDeg: pitchDeg + deg, rollDeg },
  { pitchDeg, rollDeg: rollDeg + deg },
];

export const clickedOtherwise = ([u, v]: Pixel, px: number): readonly Pixel[] => [
  [u + px, v],
  [u, v + px],
];

/** How far a value moves as what it rests on is moved one way and the other, in quadrature; `null` where it is not fixed then: a foot may lie on the horizon, or the camera on the ground. */
function doubtBy<T>(moved: (by: 1 | -1) => readonly (() => T)[], value: (each: T) => number): number | null {
  try {
    const [more, less] = [moved(1).map((each) => value(each())), moved(-1).map((each) => value(each()))];
    return Math.hypot(...more.map((each, i) => (each - (less[i] ?? each)) / 2));
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}

/** A length on a front with its standard deviation, m. */
export interface DoubtedLength {
  readonly lengthM: number;
  readonly lengthDoubtM: number | null;
}

/**
 * The length between two pixels of a front, with how far it may be off: the front is outlined anew
 * with each value moved that it rests on. Source: as `doubtedHeight`. Throws as `outlinedFront` and `lengthOnFront`.
 *
 * @param plate how the photograph is projected
 * @param level how it was held
 * @param measured the outline of the front, both places on it, px, and the height of the camera, m
 * @param doubt how well each is known
 *
 * @example
 * doubtedLength({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, { pitchDeg: 0, rollDeg: 0 }, { outline: { leftFootPx: [100, 166], rightFootPx: [300, 166], leftTopPx: [100, 50] }, fromPx: [100, 166], toPx: [300, 166], cameraHeightM: 1.6 }, { levelDeg: 0, clickPx: 0, cameraHeightM: 0.1 }) // => {lengthM: 20, lengthDoubtM: 1.25}
 */
export function doubtedLength(plate: PlateProjection, level: PlateLevel, measured: LengthOnFront, doubt: PlateDoubt): DoubtedLength {
  const at = (held: PlateLevel, { outline, fromPx, toPx, cameraHeightM }: LengthOnFront): number =>
    lengthOnFront({ plate, level: held }, outlinedFront(plate, held, outline, cameraHeightM), fromPx, toPx);
  const { outline, fromPx, toPx, cameraHeightM } = measured;
  const moved = (by: 1 | -1): readonly (() => number)[] => [
    ...heldOtherwise(level, by * doubt.levelDeg).map((held) => () => at(held, measured)),
    ...clickedOtherwise(fromPx, by * doubt.clickPx).map((px) => () => at(level, { ...measured, fromPx: px })),
    ...clickedOtherwise(toPx, by * doubt.clickPx).map((px) => () => at(level, { ...measured, toPx: px })),
    ...clickedOtherwise(outline.leftFootPx, by * doubt.clickPx).map(
      (px) => () => at(level, { ...measured, outline: { ...outline, leftFootPx: px } }),
    ),
    ...clickedOtherwise(outline.rightFootPx, by * doubt.clickPx).map(
      (px) => () => at(level, { ...measured, outline: { ...outline, rightFootPx: px } }),
    ),
    () => at(level, { ...measured, cameraHeightM: cameraHeightM + by * doubt.cameraHeightM }),
  ];
  return { lengthM: at(level, measured), lengthDoubtM: doubtBy(moved, (each) => each) };
}

/** Two places on an outlined front, px, and what its scale rests on. */
export interface LengthOnFront {
  readonly outline: FrontOutline;
  readonly fromPx: Pixel;
  readonly toPx: Pixel;
  /** Height of the camera above the foot of the front, m. */
  readonly cameraHeightM: number;
}

import type { Pixel, Plate } from '../model/plate';
import { radians } from '../angles';
import { CoreError } from '../errors';
import { cameraAxes, turnedToCamera, turnedToWorld } from '../space/pose';
import { dot, minus, scaled, type Vec3 } from '../space/vector';
import { outlinedFront, placeOnFront, type OutlinedFront } from './front';
import type { KnownOther, KnownPlate } from './known';
import type { PlateLevel } from './level';
import { directionOf, middleOf, type PlateProjection } from './pixel';
import { robustFit, type Fit } from './robustFit';
import type { OnBack } from './throughRig';
import { clickedOtherwise, heldOtherwise, type PlateDoubt } from './uncertain';

/** The height of the camera, as two photographs from places a known distance apart tell it. */
export interface HeightByMove {
  readonly cameraHeightM: number;
  /** One standard deviation, m; `null` where that of the level is unknown. */
  readonly doubtM: number | null;
  /** The part of it that comes from the matches and the distance apart, m. */
  readonly measuredDoubtM: number;
  /** Whether the two fit only if one was zoomed or cropped, or if the front is not upright: then the height cannot be trusted. */
  readonly strained: boolean;
  /** How many of the matches it rests on. */
  readonly used: number;
}

/** The height, or what is missing for it. */
export type HeightByMoveResult =
  { readonly found: HeightByMove } | { readonly missing: 'apart' | 'comparison' | 'focal' | 'level' | 'outline' | 'matches' | 'move' };

/** The diagonal by which the second picture is counted, mm: that of 36 × 24. */
const DIAGONAL_MM = Math.hypot(36, 24);
/** Fewer matches fix nothing. */
const MATCHES_LEAST = 12;
/** A height that is not known to a third of itself is none. */
const KNOWN_TO = 1 / 3;
/**
 * What is solved for, and within what each is held, one standard deviation: the place of the second camera, m; its turn from the first, degrees;
 * lean and turn of the front from its outline, degrees; and how much larger the second camera draws, a share. A front may be outlined several degrees
 * off its true direction. Focusing changes the scale of a phone’s lens by 0.3 % from 3 m to infinity (from memory).
 */
const heldWithin = (leansDeg: number): readonly (number | null)[] => [null, null, null, null, null, null, leansDeg, 10, 0.003];
const [LEANS, TURNS, LARGER] = [6, 7, 8] as const;
/** Fronts are built upright to the first (from memory); the second is assumed of a level whose uncertainty is unknown, degrees. */
const [BUILT_DEG, LEVEL_DEG] = [0.3, 1] as const;
/** A value that still ends this many of its standard deviations off was otherwise. */
const STRAINED = 2;

/**
 * The height of the camera above the foot of an outlined front, from a second photograph of that front
 * taken a measured distance away. Two pictures of a plane tell where both cameras are and how the plane leans and turns, all but the scale;
 * the distance between the cameras gives that. Source: Hartley and Zisserman, “Multiple View Geometry”, 2004, 10.2 and 13.1; solved by `robustFit`. Throws as `outlinedFront`.
 *
 * @param plate the first photograph
 * @param known what follows of it
 * @param other the second
 * @param doubt how well the level and the outline are known; `null` where that is unknown
 *
 * @example
 * heightByMove(quayPlate, { projection: null, level: null, turnedAwayDeg: null, held: null, others: [] }, { photograph: { pictureId: '', name: '', widthPx: 400, heightPx: 300, equivalentMm: null, matches: null, apart: null }, projection: null, turned: null }, null) // => {missing: 'apart'}
 */
export function heightByMove(
  plate: Plate,
  { projection, level }: KnownPlate,
  { photograph: { apart, matches, widthPx, heightPx, equivalentMm }, projection: other }: KnownOther,
  doubt: PlateDoubt | null,
): HeightByMoveResult {
  const byM = apart?.byM ?? null;
  if (apart === null || byM === null) return { missing: 'apart' };
  if (projection === null || level === null) return { missing: 'level' };
  if (other === null || equivalentMm === null) return { missing: 'focal' };
  if (matches === null) return { missing: 'comparison' };
  const { outline } = plate;
  if (outline === null) return { missing: 'outline' };
  const front = outlinedFront(projection, level, outline, plate.cameraHeightM);
  const perPx = DIAGONAL_MM / Math.hypot(widthPx, heightPx);
  const [middleU, middleV] = middleOf(other);
  const rayOf = rayBy(projection, level);
  const seen = matches.flatMap(([u, v, x, y]): readonly Seen[] =>
    isOn(projection, level, front, [u, v]) ? [{ ray: rayOf([u, v]), onBack: [(x - middleU) * perPx, (middleV - y) * perPx] }] : [],
  );
  if (seen.length < MATCHES_LEAST) return { missing: 'matches' };
  const held = heldWithin(Math.hypot(BUILT_DEG, doubt?.levelDeg ?? LEVEL_DEG));
  const fit = robustFit({ missedBy: (values) => seen.map(missedFrom(level, front, equivalentMm, values)), held });
  const used = fit?.weights.filter((weight) => weight > 0.5).length ?? 0;
  if (!fit || used < MATCHES_LEAST) return { missing: 'matches' };
  const heightBy = ({ leftFootPx, rightFootPx }: typeof outline, as: PlateLevel, values = fit.values): number => {
    const feet = [leftFootPx, rightFootPx].map((pixel) => onFront(front, values, rayOf(pixel)));
    return (heightAbove(level, as, feet) * byM) / Math.hypot(...values.slice(0, 3));
  };
  const cameraHeightM = heightBy(outline, level);
  const matchedM = doubtBy(fit, (values) => heightBy(outline, level, values));
  if (!(matchedM < KNOWN_TO * cameraHeightM)) return { missing: 'move' };
  const measuredDoubtM = Math.hypot(matchedM, (cameraHeightM * apart.doubtM) / byM);
  const isOff = (i: number): boolean => Math.abs(fit.values[i] ?? 0) > STRAINED * (held[i] ?? Infinity);
  return {
    found: {
      cameraHeightM,
      doubtM:
        doubt &&
        Math.hypot(
          measuredDoubtM,
          ...heldOtherwise(level, doubt.levelDeg).map((as) => heightBy(outline, as) - cameraHeightM),
          ...(['leftFootPx', 'rightFootPx'] as const).flatMap((foot) =>
            clickedOtherwise(outline[foot], doubt.clickPx).map((px) => heightBy({ ...outline, [foot]: px }, level) - cameraHeightM),
          ),
        ),
      measuredDoubtM,
      strained: isOff(LEANS) || isOff(LARGER),
      used,
    },
  };
}

/** Something that both photographs show on the front. */
interface Seen {
  readonly ray: Vec3;
  readonly onBack: OnBack;
}

const rayBy = (plate: PlateProjection, level: PlateLevel): ((pixel: Pixel) => Vec3) => {
  const axes = cameraAxes({ yawDeg: 0, ...level });
  return (pixel) => turnedToWorld(axes, directionOf(plate, pixel));
};

/** Whether a photograph shows a place of the outlined front at a pixel. */
function isOn(plate: PlateProjection, level: PlateLevel, front: OutlinedFront, pixel: Pixel): boolean {
  try {
    const [alongM, upM] = placeOnFront(plate, level, front, pixel);
    return alongM >= 0 && alongM <= front.widthM && upM >= 0 && upM <= front.heightM;
  } catch (error) {
    if (error instanceof CoreError) return false;
    throw error;
  }
}

/** Where a ray from the first camera meets the front as it leans back and turns, from that camera, m. */
function onFront({ turnedAwayDeg, distanceM }: OutlinedFront, values: readonly number[], ray: Vec3): Vec3 {
  const [leans, turns] = [radians(values[LEANS] ?? 0), radians(turnedAwayDeg + (values[TURNS] ?? 0))];
  const normal: Vec3 = [-Math.sin(turns) * Math.cos(leans), -Math.sin(leans), Math.cos(turns) * Math.cos(leans)];
  return scaled(ray, distanceM / dot(normal, ray));
}

/** How far from where the second photograph shows it a thing is drawn, by where the second camera stands and how it is turned, mm. */
function missedFrom(level: PlateLevel, front: OutlinedFront, imageMm: number, values: readonly number[]): (seen: Seen) => OnBack {
  const [asideM = 0, upM = 0, aheadM = 0, yawDeg = 0, pitchDeg = 0, rollDeg = 0] = values;
  const axes = cameraAxes({ yawDeg, pitchDeg: level.pitchDeg + pitchDeg, rollDeg: level.rollDeg + rollDeg });
  const image = imageMm * (1 + (values[LARGER] ?? 0));
  return ({ ray, onBack }) => {
    const [x, y, z] = turnedToCamera(axes, minus(onFront(front, values, ray), [asideM, upM, aheadM]));
    return [(image * x) / z - onBack[0], (image * y) / z - onBack[1]];
  };
}

/** How high the first camera is above places, in the mean, m, where it was held otherwise than it is taken to be. */
function heightAbove(level: PlateLevel, held: PlateLevel, places: readonly Vec3[]): number {
  const [as, otherwise] = [cameraAxes({ yawDeg: 0, ...level }), cameraAxes({ yawDeg: 0, ...held })];
  return places.reduce((sum, place) => sum - turnedToWorld(otherwise, turnedToCamera(as, place))[1], 0) / places.length;
}

const STEP = 1e-4;

/** How far what follows from fitted values may be off, one standard deviation. Source: propagation of uncertainty, JCGM 100:2008 (GUM), 5.2.2, with differences instead of derivatives. */
function doubtBy({ values, covariance, sigmaMm }: Fit, of: (values: readonly number[]) => number): number {
  const moved = (i: number, by: number): number => of(values.map((value, k) => (k === i ? value + by : value)));
  const slopes = values.map((_, i) => (moved(i, STEP) - moved(i, -STEP)) / (2 * STEP));
  const variance = slopes.reduce((sum, a, i) => sum + slopes.reduce((part, b, j) => part + a * b * covariance.get(i, j), 0), 0);
  return sigmaMm * Math.sqrt(Math.max(0, variance));
}

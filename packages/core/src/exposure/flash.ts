import { requireNotNegative, requirePositive } from '../errors';
import type { FlashLight, FlashReading } from '../model/exposure';

/** More pops than this are not looked for. */
export const MOST_POPS = 100;
/** A picture this much under still counts as correctly exposed, stops: a third (common practice). */
export const FAINT_STOPS = 1 / 3;

/** What flash gives, and ambient light with it. */
export interface FlashExposure {
  /** The f-number for one pop at the film speed, before anything is lost on the way. */
  readonly popFNumber: number;
  /** The marked f-number at which one pop is enough, with all losses; `null` where a filter is not known. */
  readonly markedFNumber: number | null;
  /** Light of all pops compared with what is needed, stops; `null` where a filter is not known. */
  readonly flashStops: number | null;
  /** Ambient light compared with what is needed, stops; `null` where it is not known. */
  readonly ambientStops: number | null;
  /** Its share of all light; `null` where it is not known. */
  readonly ambientShare: number | null;
  /** All light compared with what is needed, stops: flash alone where ambient light is not known. */
  readonly totalStops: number | null;
  /** The fewest pops that are enough; `null` where not known, or more than a hundred. */
  readonly popsNeeded: number | null;
  /** By how much the light of each pop has to change for a correct exposure, stops; `null` where not known, or where ambient light alone is too much. */
  readonly powerStops: number | null;
}

/**
 * The f-number at which one pop exposes correctly, at a film speed, before
 * anything is lost between subject and film: as a flash meter reads it, or
 * guide number over distance; √2 for each doubling of the film speed. Source:
 * ISO 1230, guide numbers (from memory).
 *
 * @param reading of a flash meter, or a guide number in metres with the distance from flash to subject
 * @param iso film speed
 *
 * @example
 * popFNumber({ kind: 'guide', guideNumberM: 32, distanceM: 4, iso: 100 }, 400) // => 16
 */
export function popFNumber(reading: FlashReading, iso: number): number {
  requirePositive('iso', reading.iso);
  const fNumber =
    reading.kind === 'meter'
      ? requirePositive('fNumber', reading.fNumber)
      : requirePositive('guideNumberM', reading.guideNumberM) / requirePositive('distanceM', reading.distanceM);
  return fNumber * Math.sqrt(requirePositive('iso', iso) / reading.iso);
}

/** Pops and openings; what each gives as a factor of the exposure needed. */
interface Light {
  readonly flash: number;
  readonly ambient: number;
  readonly opening: FlashLight['opening'];
}

/** All light of a number of pops: with an opening for each, ambient light counts every time. */
function totalOf({ flash, ambient, opening }: Light, pops: number): number {
  return pops * flash + (opening === 'each' ? pops : 1) * ambient;
}

/**
 * How many pops it takes to expose within a third of a stop: each doubling of the pops is a stop. `null` when a hundred are not enough.
 *
 * @param flashStops light of one pop against what is needed, stops; negative for too little
 * @param ambientEach what ambient light gives in one opening, as a factor of what is needed
 * @param opening whether all pops fall into one opening of the shutter
 *
 * @example
 * popsFor(-3, 0, 'one') // => 7
 */
export function popsFor(flashStops: number, ambientEach: number, opening: FlashLight['opening']): number | null {
  const flash = 2 ** flashStops;
  const least = 2 ** -FAINT_STOPS;
  const pops =
    opening === 'each'
      ? least / (flash + requireNotNegative('ambientEach', ambientEach))
      : (least - requireNotNegative('ambientEach', ambientEach)) / flash;
  const whole = Math.max(1, Math.ceil(pops - 1e-9));
  return whole > MOST_POPS ? null : whole;
}

/**
 * What flash gives at an aperture: one pop 2·log₂(N of the pop / N) stops less
 * what is lost, n pops log₂ n more; ambient light adds to it. The intermittency
 * effect of film is not counted.
 *
 * @param use the light of the flash, film speed, marked f-number, stops lost (`null`: not known), and what ambient light gives in one opening as a factor of what is needed (`null`: not known)
 *
 * @example
 * flashExposure({ light: { reading: { kind: 'meter', fNumber: 8, iso: 100 }, pops: 4, opening: 'one', shutterSpeedS: 1, recycleS: 2 }, iso: 100, fNumber: 16, lossStops: 0, ambientEach: null }).totalStops // => 0
 */
export function flashExposure({
  light: { reading, pops, opening },
  iso,
  fNumber,
  lossStops,
  ambientEach,
}: {
  readonly light: FlashLight;
  readonly iso: number;
  readonly fNumber: number;
  readonly lossStops: number | null;
  readonly ambientEach: number | null;
}): FlashExposure {
  const bare = popFNumber(reading, iso);
  const ambient = ambientEach === null ? null : (opening === 'each' ? pops : 1) * ambientEach;
  const ambientStops = ambient === null ? null : Math.log2(ambient);
  const base = { popFNumber: bare, ambientStops };
  if (lossStops === null)
    return { ...base, markedFNumber: null, flashStops: null, ambientShare: null, totalStops: null, popsNeeded: null, powerStops: null };
  const markedFNumber = bare / 2 ** (lossStops / 2);
  const popStops = 2 * Math.log2(markedFNumber / requirePositive('fNumber', fNumber));
  const each: Light = { flash: 2 ** popStops, ambient: ambientEach ?? 0, opening };
  const total = totalOf(each, pops);
  const wanting = 1 - (ambient ?? 0);
  return {
    ...base,
    markedFNumber,
    flashStops: popStops + Math.log2(pops),
    ambientShare: ambient === null ? null : ambient / total,
    totalStops: Math.log2(total),
    popsNeeded: popsFor(popStops, each.ambient, opening),
    powerStops: wanting > 0 ? Math.log2(wanting / (pops * each.flash)) : null,
  };
}

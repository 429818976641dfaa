import { fieldsText } from '@gangway/messages/core/fields';
import { choice, flag, group, maybeChoice, maybeGroup, maybeNumber, number, own, type GroupValue } from './field';

/** What a meter said: a pair, or an exposure value; at its own speed. */
export type Meter =
  | { readonly kind: 'pair'; readonly fNumber: number; readonly shutterSpeedS: number; readonly iso: number }
  | { readonly kind: 'ev'; readonly ev: number; readonly iso: number };

/** A filter that is not in the rig: held before it, or behind the lens. */
export interface LooseFilter {
  readonly name: string;
  readonly stops: number;
}

/** A row of a data sheet: what the meter says and what the film needs, s. */
export interface ReciprocityRow {
  readonly meteredS: number;
  readonly neededS: number;
}

/**
 * How a film loses speed at long times: not at all (*none*, a sensor), by the
 * *exponent* of its data sheet beyond one second, or by the *table* typed from
 * it; *film* takes the exponent that the kit has for it.
 */
export type Reciprocity =
  | { readonly kind: 'film' }
  | { readonly kind: 'none' }
  | { readonly kind: 'exponent'; readonly exponent: number }
  | { readonly kind: 'table'; readonly rows: readonly ReciprocityRow[] };

/** The light of one pop: a flash meter's reading at the subject, or a guide number and how far the flash is from the subject; at its own film speed. */
export type FlashReading =
  | { readonly kind: 'meter'; readonly fNumber: number; readonly iso: number }
  | { readonly kind: 'guide'; readonly guideNumberM: number; readonly distanceM: number; readonly iso: number };

/** Flash as it is used for one picture. */
export interface FlashLight {
  readonly reading: FlashReading;
  /** How often it is fired. */
  readonly pops: number;
  /** Whether all pops fall into one opening of the shutter, or each has its own. */
  readonly opening: 'one' | 'each';
  /** What the shutter is set to for one opening, as marked, s. */
  readonly shutterSpeedS: number;
  /** From pop to pop, s; `null` when not known. */
  readonly recycleS: number | null;
}

/** Exposures about the metered one. */
export const BRACKET_FIELDS = {
  count: number({ label: fieldsText.exposures, unit: '', min: 1, max: 15, whole: true, first: 1 }),
  stepStops: number({ label: fieldsText.apart, unit: 'stops', min: 0.1, max: 5, first: 1 }),
  /** In which order they are made. */
  order: choice({
    label: fieldsText.order,
    choices: { darkFirst: fieldsText.darkestFirst, lightFirst: fieldsText.lightestFirst, middleFirst: fieldsText.asMeteredFirst },
    first: 'middleFirst',
  }),
};
export type Brackets = GroupValue<typeof BRACKET_FIELDS>;

/** What is set to expose one picture. */
export const EXPOSURE_FIELDS = {
  /** `null` until a meter was read. */
  meter: own<Meter | null>({ label: fieldsText.meter, first: null }),
  /** Whether the meter looked through lens and filters as they stand, so that extension and filters are in its reading. */
  throughLens: flag({ label: fieldsText.meteredThroughTheLens, first: false }),
  iso: number({ label: fieldsText.iso, unit: '', min: 0.1, max: 1_000_000, first: 100 }),
  /** Which shutter of the rig; `null` for the usual one. */
  shutter: maybeChoice({
    label: fieldsText.shutter,
    choices: {
      leaf: fieldsText.leafShutterInTheLens,
      focal: fieldsText.focalPlaneShutter,
      electronic: fieldsText.electronicShutter,
      cap: fieldsText.lensCapOrHatCounted,
    },
  }),
  /** How finely times are set. */
  step: choice({
    label: fieldsText.steps,
    choices: { full: fieldsText.fullStops, half: fieldsText.halfStops, third: fieldsText.thirds },
    first: 'third',
  }),
  /** What a marked shutter speed stands for: the power of two that it is rounded from (1/60 is 1/64), or itself. */
  nominal: choice({
    label: fieldsText.markedShutterSpeeds,
    choices: { powers: fieldsText.powersOfTwo, dial: fieldsText.exactlyAsMarked },
    first: 'powers',
    since: 4,
  }),
  filters: own<readonly LooseFilter[]>({ label: fieldsText.filtersHeldBeforeTheLens, first: [] }),
  /** What a centre filter takes at its middle, stops; `null` without one. */
  centreFilterStops: maybeNumber({ label: fieldsText.centreFilter, unit: 'stops', min: 0, max: 5 }),
  /** For which part of the picture the falloff is made up. */
  favour: choice({
    label: fieldsText.exposedFor,
    choices: { centre: fieldsText.theImageCentre, half: fieldsText.halfWayToTheFarthest, corner: fieldsText.theFarthestCorner },
    first: 'centre',
  }),
  /** More light than metered, stops. */
  compensationStops: number({ label: fieldsText.exposureCompensation, unit: 'stops', min: -10, max: 10, first: 0 }),
  reciprocity: own<Reciprocity>({ label: fieldsText.reciprocity, first: { kind: 'film' } }),
  brackets: group({ label: fieldsText.brackets, fields: BRACKET_FIELDS }),
  /** Something that moves across the view; `null` when nothing does. */
  moving: maybeGroup({
    label: fieldsText.somethingThatMoves,
    fields: {
      speedMs: number({ label: fieldsText.goes, unit: 'm/s', min: 0, max: 100, first: 1 }),
      distanceM: number({ label: fieldsText.off, unit: 'm', min: 0.05, max: 100_000, first: 10 }),
    },
  }),
  flash: flag({ label: fieldsText.flash, first: false }),
  /** The light of the flash; `null` until it is entered. */
  flashLight: own<FlashLight | null>({ label: fieldsText.flashLight, first: null, since: 4 }),
  /** How the shutter is released. */
  release: choice({
    label: fieldsText.shutterRelease,
    choices: { hand: fieldsText.byHand, cable: fieldsText.cable, timer: 'self-timer', remote: fieldsText.remote },
    first: 'cable',
  }),
  /** Mirror up, or first curtain electronic, before the exposure. */
  mirrorUp: flag({ label: fieldsText.mirrorUp, first: false }),
  /** Frames of film left; `null` when not counted. */
  filmLeft: maybeNumber({ label: fieldsText.framesOfFilmLeft, unit: '', min: 0, max: 10_000, whole: true }),
};
export type Exposure = GroupValue<typeof EXPOSURE_FIELDS>;
export type Favour = Exposure['favour'];
export type NominalSpeeds = Exposure['nominal'];
export type Release = Exposure['release'];
export type ShutterKind = NonNullable<Exposure['shutter']>;
export type BracketOrder = Brackets['order'];

import type { StopStep } from './lens';

/** What a meter said: a pair, or an exposure value; at its own speed. */
export type Meter =
  | { readonly kind: 'pair'; readonly fNumber: number; readonly timeS: number; readonly iso: number }
  | { readonly kind: 'ev'; readonly ev: number; readonly iso: number };

/** For which part of the picture the falloff is made up. */
export type Favour = 'centre' | 'half' | 'corner';

/** How the shutter is released. */
export type Release = 'hand' | 'cable' | 'timer' | 'remote';

/** A filter that is not in the rig: held before it, or behind the lens. */
export interface LooseFilter {
  readonly name: string;
  readonly stops: number;
}

/** In which order the exposures of a bracket are made. */
export type BracketOrder = 'darkFirst' | 'lightFirst' | 'middleFirst';

/** Exposures about the metered one. */
export interface Brackets {
  readonly count: number;
  readonly stepStops: number;
  readonly order: BracketOrder;
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

/** A kind of shutter. */
export type ShutterKind = 'leaf' | 'focal' | 'electronic' | 'cap';

/** What is set to expose one picture. */
export interface Exposure {
  /** `null` until a meter was read. */
  readonly meter: Meter | null;
  /** Whether the meter looked through lens and filters as they stand, so that extension and filters are in its reading. */
  readonly throughLens: boolean;
  readonly iso: number;
  /** Which shutter of the rig; `null` for the usual one. */
  readonly shutter: ShutterKind | null;
  /** How finely times are set. */
  readonly step: StopStep;
  readonly filters: readonly LooseFilter[];
  /** What a centre filter takes at its middle, stops; `null` without one. */
  readonly centreFilterStops: number | null;
  readonly favour: Favour;
  /** More light than metered, stops. */
  readonly compensationStops: number;
  readonly reciprocity: Reciprocity;
  readonly brackets: Brackets;
  /** Something that moves across the view; `null` when nothing does. */
  readonly moving: { readonly speedMs: number; readonly distanceM: number } | null;
  readonly flash: boolean;
  readonly release: Release;
  /** Mirror up, or first curtain electronic, before the exposure. */
  readonly mirrorUp: boolean;
  /** Frames of film left; `null` when not counted. */
  readonly filmLeft: number | null;
}

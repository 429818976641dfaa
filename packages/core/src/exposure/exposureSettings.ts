import type { StopStep } from '../coverage/apertures';
import { NO_BRACKETS, type Brackets } from './brackets';
import type { Reciprocity } from './reciprocity';
import type { ShutterKind } from './shutter';

/** What a meter said: a pair, or an exposure value; at its own speed. */
export type Meter =
  | { readonly kind: 'pair'; readonly fNumber: number; readonly timeS: number; readonly iso: number }
  | { readonly kind: 'ev'; readonly ev: number; readonly iso: number };

/** For which part of the picture the falloff is made up. */
export const FAVOURS = { centre: 'the axis', half: 'half way to the farthest corner', corner: 'the farthest corner' } as const;
export type Favour = keyof typeof FAVOURS;

export const RELEASES = { hand: 'by hand', cable: 'cable', timer: 'self-timer', remote: 'remote' } as const;
export type Release = keyof typeof RELEASES;

/** A filter that is not in the rig: held before it, or behind the lens. */
export interface LooseFilter {
  readonly name: string;
  readonly stops: number;
}

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

export const FIRST_EXPOSURE: Exposure = {
  meter: null,
  throughLens: false,
  iso: 100,
  shutter: null,
  step: 'third',
  filters: [],
  centreFilterStops: null,
  favour: 'centre',
  compensationStops: 0,
  reciprocity: { kind: 'film' },
  brackets: NO_BRACKETS,
  moving: null,
  flash: false,
  release: 'cable',
  mirrorUp: false,
  filmLeft: null,
};

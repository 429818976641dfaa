import { fieldsText } from '@gangway/messages/core/fields';
import { choice, flag, group, maybeNumber, number, own, type GroupValue } from './field';

/** One frame of a mosaic: where its centre lies over the foot of the lens, mm (right +, up +), and whether it is turned a quarter against the setup's frame. */
export interface MosaicFrame {
  readonly riseMm: number;
  readonly shiftMm: number;
  readonly turned: boolean;
}

/** An upright rectangle in the plane of the picture about the foot of the lens, mm. */
export interface Rect {
  readonly left: number;
  readonly right: number;
  readonly lower: number;
  readonly upper: number;
}

/** A part of the picture in which something moves, about the foot of the lens, mm. */
export interface Zone extends Rect {
  readonly name: string;
  /** How fast it goes across the view, m/s, and how far off it is, m. */
  readonly speedMs: number;
  readonly distanceM: number;
}

/** How the shots of a mosaic follow each other. */
export const SERIES_FIELDS = {
  /** Exposures at each place, 1 without brackets. */
  brackets: number({ label: fieldsText.bracketsAtEachPlace, unit: '', min: 1, max: 15, whole: true, first: 1 }),
  /** All brackets at one place before the next place, or all places before the next exposure. */
  bracketsInside: flag({ label: fieldsText.allBracketsAtOnePlace, first: true }),
  /** A flat-field frame photographed at each place, for falloff and colour. */
  flatFields: flag({ label: fieldsText.flatFieldFrameAtEach, first: false }),
  exposureS: number({ label: fieldsText.exposure, unit: 's', min: 0.00001, max: 3600, first: 0.5 }),
  /** From one shot to the next at the same place, and from one place to the next, s. */
  settleS: number({ label: fieldsText.settling, unit: 's', min: 0, max: 600, first: 2 }),
  moveS: number({ label: fieldsText.toTheNextPlace, unit: 's', min: 0, max: 3600, first: 8 }),
};
export type Series = GroupValue<typeof SERIES_FIELDS>;

/** What the photographer set of a mosaic: frames in the order in which they are shot, and how. Half a pixel of parallax passes unseen; a fifth of overlap is enough to join by (common practice). */
export const MOSAIC_FIELDS = {
  frames: own<readonly MosaicFrame[]>({ label: fieldsText.frames, first: [] }),
  /** The overlap that has to be left between neighbours, a share of the frame. */
  leastOverlap: number({ label: fieldsText.leastOverlap, unit: '', min: 0, max: 0.8, first: 0.2 }),
  /** What moves between two frames: the lens, the lens with the camera slid the other way, or the back alone. */
  mover: choice({
    label: fieldsText.whatMoves,
    choices: {
      lens: fieldsText.theLensMovesTheCamera,
      counter: fieldsText.theLensMovesTheCameraIs,
      back: fieldsText.theLensIsHeldBy,
    },
    first: 'lens',
  }),
  /** Nearest and farthest thing in the overlaps, m; `null` for what the subject says, or infinity. */
  nearestM: maybeNumber({ label: fieldsText.nearestThing, unit: 'm', min: 0.02, max: 100_000 }),
  farthestM: maybeNumber({ label: fieldsText.farthestThing, unit: 'm', min: 0.02, max: 100_000 }),
  /** How far near and far may part in an overlap, px. */
  parallaxPx: number({ label: fieldsText.parallaxTolerance, unit: 'px', min: 0.1, max: 100, first: 0.5 }),
  zones: own<readonly Zone[]>({ label: fieldsText.zonesInWhichSomethingMoves, first: [] }),
  series: group({ label: fieldsText.series, fields: SERIES_FIELDS }),
  /** Free room on the card, GB, and film frames left; `null` when not looked at. */
  cardGb: maybeNumber({ label: fieldsText.freeOnTheCard, unit: 'GB', min: 0, max: 100_000 }),
  filmLeft: maybeNumber({ label: fieldsText.framesOfFilmLeft, unit: '', min: 0, max: 10_000, whole: true }),
};
export type Mosaic = GroupValue<typeof MOSAIC_FIELDS>;
export type Mover = Mosaic['mover'];

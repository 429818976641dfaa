import { fieldsText } from '@gangway/messages/core/fields';
import { flag, maybeNumber, number, type GroupValue } from './field';

/** What the photographer is willing to do for depth. */
export const LIMIT_FIELDS = {
  /** No smaller aperture than this, for diffraction; `null` for whatever the lens has. */
  smallestFNumber: maybeNumber({ label: fieldsText.noSmallerThanF, unit: '', min: 0.5, max: 512 }),
  /** No wider aperture than this; `null` for whatever the lens has. */
  widestFNumber: maybeNumber({ label: fieldsText.noWiderThanF, unit: '', min: 0.5, max: 512, since: 6 }),
  /** No longer exposure, and no higher film speed, than these; `null` for any. */
  longestS: maybeNumber({ label: fieldsText.noLongerThan, unit: 's', min: 0.0001, max: 86_400, since: 6 }),
  highestIso: maybeNumber({ label: fieldsText.noHigherIso, unit: '', min: 1, max: 1_000_000, since: 6 }),
  /** The most shots for one picture, and how long each takes with settling, s. */
  mostFrames: number({ label: fieldsText.maximumShots, unit: '', min: 1, max: 1000, whole: true, first: 12 }),
  secondsPerFrame: number({ label: fieldsText.secondsPerShot, unit: 's', min: 0.1, max: 3600, first: 4 }),
  /** Whether something in the picture moves, so that frames cannot be put together. */
  somethingMoves: flag({ label: fieldsText.somethingInItMoves, first: false }),
  /** How many permissible blurs wide the blur of a soft pin must be. */
  softTimes: number({ label: fieldsText.softMeans, unit: '×', min: 1, max: 100, first: 4 }),
};
export type FocusLimits = GroupValue<typeof LIMIT_FIELDS>;

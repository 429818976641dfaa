import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { stitchText } from '@gangway/messages/core/checks/stitch';
import { messageOf, say } from '@gangway/messages/say';
import type { Mosaic } from '../../model/mosaic';
import { mosaicGiven } from '../../stitching/metrics';
import { fixed } from '../../words';
import { defineCheck, type Facts } from '../check';
import { offer, type Fix, type Trial } from '../fix';
import { mosaicFixes } from '../mosaicFix';
import { stateOf } from '../tight';

interface RoomFacts extends Facts {
  readonly shots: number;
  readonly gb: number | null;
  /** GB free, or frames of film left. */
  readonly free: number;
  readonly film: boolean;
}

/** Is there room on the card, or film, for all shots of a mosaic? Asked once somebody has looked how much is free: that is of the day, not of the setup; the card has a step for it. */
export const room = defineCheck<'room', RoomFacts>({
  kind: 'room',
  name: checkNamesText.room,
  step: 'stitch',
  assumes: assumptionsText.room,
  weight: 'counts',
  evaluate: (geometry) => {
    const { mosaic, rig } = geometry.settings;
    const given = mosaicGiven(geometry);
    if (!mosaic || !given) return null;
    const film = rig.back.columnsPx === null;
    const gb = given.bytes === null ? null : given.bytes / 1e9;
    const free = film ? mosaic.filmLeft : mosaic.cardGb;
    const needs = film ? given.shots : gb;
    if (free === null) return null;
    const base = { shots: given.shots, gb, free, film };
    if (needs === null) return { ...base, state: 'unknown' };
    return { ...base, state: stateOf(free - needs, film ? 0 : needs / 10) };
  },
  margin: ({ free, film, shots, gb }) =>
    !film && gb === null ? null : { value: free - (film ? shots : (gb ?? 0)), unit: film ? 'frames' : 'GB' },
  message: roomSentence,
  note: () => null,
  missing: () => null,
  *fixes({ geometry, trial }) {
    if (geometry.settings.mosaic) yield* shorterSeries(geometry.settings.mosaic, trial);
    yield* mosaicFixes(geometry, trial, ['anew']);
  },
});

function* shorterSeries(mosaic: Mosaic, trial: Trial): Generator<Fix | null> {
  const with_ = (label: string, series: Partial<Mosaic['series']>): Fix | null =>
    offer('mosaic', { mosaic: { ...mosaic, series: { ...mosaic.series, ...series } } }, trial, messageOf(label, {}));
  const { flatFields, brackets } = mosaic.series;
  if (flatFields) yield with_(stitchText.withoutFlatFieldFrames, { flatFields: false });
  if (brackets > 1) yield with_(stitchText.withoutBrackets, { brackets: 1 });
  if (brackets > 1 && flatFields) yield with_(stitchText.withoutBracketsAndFlatField, { brackets: 1, flatFields: false });
}

function roomSentence({ state, shots, gb, free, film }: RoomFacts): string {
  if (state === 'unknown') return say(stitchText.whetherThereIsRoomFor, { shots });
  const size = gb ?? 0;
  const needs = film
    ? say(stitchText.frameOfFilm, { shots })
    : say(stitchText.shotAboutGb, { shots, size: fixed(size, size < 10 ? 1 : 0) });
  if (film && state === 'fails') return say(stitchText.needsButLeft, { needs, free });
  const has = film ? say(stitchText.framesAreLeft, { free }) : say(stitchText.gbAreFree, { free: fixed(free, free < 10 ? 1 : 0) });
  return state === 'fails' ? say(stitchText.needsButOnly, { needs, has }) : say(stitchText.needs, { needs, has });
}

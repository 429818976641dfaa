import type { Mosaic } from '../../model/mosaic';
import { mosaicGiven } from '../../stitching/metrics';
import { fixed } from '../../words';
import { defineCheck, type Facts } from '../check';
import { offer, type Fix, type Trial } from '../fix';
import { mosaicFixes } from '../mosaicFix';
import { stateOf } from '../tight';

interface RoomFacts extends Facts {
  readonly takes: number;
  readonly gb: number | null;
  /** GB free, or frames of film left; `null` when not said. */
  readonly free: number | null;
  readonly film: boolean;
}

/** Is there room on the card, or film, for all shots of a mosaic? */
export const room = defineCheck<'room', RoomFacts>({
  kind: 'room',
  step: 'stitch',
  weight: 'counts',
  evaluate: (geometry) => {
    const { mosaic, rig } = geometry.settings;
    const given = mosaicGiven(geometry);
    if (!mosaic || !given) return null;
    const film = rig.back.columnsPx === null;
    const gb = given.bytes === null ? null : given.bytes / 1e9;
    const free = film ? mosaic.filmLeft : mosaic.cardGb;
    const needs = film ? given.takes : gb;
    const base = { takes: given.takes, gb, free, film };
    if (free === null || needs === null) return { ...base, state: 'unknown' };
    return { ...base, state: stateOf(free - needs, film ? 0 : needs / 10) };
  },
  margin: ({ free, film, takes, gb }) =>
    free === null ? null : { value: free - (film ? takes : (gb ?? 0)), unit: film ? 'frames' : 'GB' },
  message: roomSentence,
  note: ({ state, film }) =>
    state === 'unknown' ? `Say ${film ? 'how many frames of film are left' : 'what is free on the card'}, in the step Stitch.` : null,
  missing: () => null,
  *fixes({ geometry, trial }) {
    if (geometry.settings.mosaic) yield* shorterSeries(geometry.settings.mosaic, trial);
    yield* mosaicFixes(geometry, trial, ['anew']);
  },
});

function* shorterSeries(mosaic: Mosaic, trial: Trial): Generator<Fix | null> {
  const with_ = (label: string, series: Partial<Mosaic['series']>): Fix | null =>
    offer('mosaic', { mosaic: { ...mosaic, series: { ...mosaic.series, ...series } } }, trial, label);
  const { whiteCards, brackets } = mosaic.series;
  if (whiteCards) yield with_('without flat-field frames', { whiteCards: false });
  if (brackets > 1) yield with_('without brackets', { brackets: 1 });
  if (brackets > 1 && whiteCards) yield with_('without brackets and flat-field frames', { brackets: 1, whiteCards: false });
}

function roomSentence({ state, takes, gb, free, film }: RoomFacts): string {
  const size = gb ?? 0;
  const needs = film
    ? `${takes} ${takes === 1 ? 'frame' : 'frames'} of film`
    : `${takes} ${takes === 1 ? 'shot' : 'shots'}, about ${fixed(size, size < 10 ? 1 : 0)} GB`;
  if (free === null) return `Whether there is room for ${needs}, is unknown.`;
  const has = film ? `${free} frames are left` : `${fixed(free, free < 10 ? 1 : 0)} GB are free`;
  return state === 'fails' ? `Needs ${needs}, but only ${has}.` : `Needs ${needs}; ${has}.`;
}

import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { listed } from '@gangway/messages/list';
import { exposeText } from '@gangway/messages/core/checks/expose';
import { say } from '@gangway/messages/say';
import { workingExposure, type Working } from '../../exposure/working';
import { timeWords } from '../../exposure/shutter';
import type { Geometry } from '../../geometry/geometry';
import type { ShutterKind } from '../../model/exposure';
import type { CheckState } from '../../state';
import { capital, stopsWords } from '../../words';
import { nearestAperture } from '../apertureFix';
import { defineCheck, type Facts } from '../check';
import { leastBy } from '../whichFrame';
import { shutterSpec } from './shutterSpec';
import { darkerFilter, otherShutter, otherSpeed, withoutBrackets } from './exposureFix';
import { SHUTTERS } from '../../exposure/choices';

interface TimeFacts extends Facts {
  readonly shutter: ShutterKind;
  /** The shot that is nearest to an end of the shutter, or farthest beyond, as needed, s; `null` when not known. */
  readonly neededS: number | null;
  /** The end that it is measured against, s; `null` when that is not known. */
  readonly endS: number | null;
  readonly end: 'fast' | 'slow';
  /** What is left, stops; negative beyond it, Infinity where nothing ends. */
  readonly spareStops: number | null;
  /** What is not known, in words; empty when nothing. */
  readonly lacks: Lacking | null;
  readonly bulb: boolean;
}

/** At the very end of a shutter is tight: its ends are the least exact of its times (common practice). */
const TIGHT_STOPS = 0.05;
/** Rounded to the mark at the end is not beyond it. */
const BEYOND_STOPS = -1 / 6;

/** Can the shutter do the times of all shots? */
export const time = defineCheck<'time', TimeFacts>({
  kind: 'time',
  name: checkNamesText.time,
  step: 'expose',
  assumes: assumptionsText.time,
  weight: 'counts',
  evaluate: (geometry) => {
    const working = workingExposure(geometry);
    return working && timeFacts(geometry, working);
  },
  margin: ({ spareStops }) => (spareStops === null ? null : { value: spareStops, unit: 'stops' }),
  message: timeSentence,
  note: ({ state, lacks, bulb }) => {
    if (state === 'unknown') return WHERE_TO_ENTER[lacks?.kind ?? 'shutter'];
    return bulb ? exposeText.heldOpenAndCountedThe : null;
  },
  missing: (parts) => shutterSpec(parts, 'fastestPerS'),
  *fixes({ geometry, trial }) {
    yield nearestAperture(geometry, trial);
    yield otherShutter(geometry, trial);
    yield otherSpeed(geometry, trial);
    yield darkerFilter(geometry, trial);
    yield withoutBrackets(geometry, trial);
  },
});

/** What has to be known before a time can be held against the shutter. */
type Lacking = { readonly kind: 'filters'; readonly names: readonly string[] } | { readonly kind: 'reciprocity' | 'shutter' };

/** Where what is lacking is entered. */
const WHERE_TO_ENTER: Readonly<Record<Lacking['kind'], string>> = {
  filters: exposeText.theFactorIsInTheKit,
  reciprocity: exposeText.itIsInTheKitWithTheFilm,
  shutter: exposeText.itsSpecsAreInThe,
};

function lackingLabel(lacks: Lacking): string {
  if (lacks.kind === 'filters') return say(exposeText.theFilterFactorOf, { dark: listed(lacks.names), length: lacks.names.length });
  return lacks.kind === 'reciprocity' ? exposeText.theFilmsReciprocity : exposeText.theShuttersFastestAndSlowest;
}

/** A shot held against one end of the shutter. */
interface AgainstEnd {
  readonly end: 'fast' | 'slow';
  readonly neededS: number;
  /** What it is set to, as marked, s. */
  readonly setS: number;
  readonly endS: number | null;
  readonly spareStops: number | null;
}

function againstEnds({ shutter, shots }: Working): readonly AgainstEnd[] {
  return shots.flatMap(({ neededS, shutterSpeedS: setS }): readonly AgainstEnd[] => [
    {
      end: 'fast',
      neededS,
      setS,
      endS: shutter.fastestS,
      spareStops: shutter.fastestS === null ? null : Math.log2(neededS / shutter.fastestS),
    },
    { end: 'slow', neededS, setS, endS: shutter.slowestS, spareStops: slowSpare(shutter, neededS) },
  ]);
}

function slowSpare({ bulb, slowestS }: Working['shutter'], neededS: number): number | null {
  if (bulb) return Infinity;
  return slowestS === null ? null : Math.log2(slowestS / neededS);
}

function timeFacts({ settings }: Geometry, working: Working): TimeFacts {
  const { shutter, shots, lines } = working;
  const base = { shutter: shutter.kind, bulb: shots.some(({ bulb }) => bulb) };
  const open = { ...base, state: 'unknown' as const, neededS: null, endS: null, end: 'slow' as const, spareStops: null };
  // With flash the shutter is set by choice, whatever is lost on the way.
  const dark = (working.flash ? [] : lines).filter(({ stops }) => stops === null).map(({ words }) => words);
  if (dark.length > 0) return { ...open, lacks: { kind: 'filters', names: dark } };
  const wanted = settings.mosaic ? settings.mosaic.series.brackets : settings.exposure.brackets.count;
  if (shots.length < wanted) return { ...open, lacks: { kind: 'reciprocity' } };
  const ends = againstEnds(working);
  const known = ends.flatMap((each) => (each.spareStops === null ? [] : [{ ...each, spareStops: each.spareStops }]));
  const worst = leastBy(known, ({ spareStops }) => spareStops);
  const state =
    worst === null ? 'unknown' : timeState(worst.spareStops, known.length === ends.length || shots.every(({ can }) => can !== null));
  if (worst === null || state === 'unknown') return { ...open, lacks: { kind: 'shutter' } };
  // What is held open is said by its longest; within its range as it is set, beyond it as it would have to be.
  const within = base.bulb ? Math.max(...shots.map((each) => each.neededS)) : worst.setS;
  const neededS = state === 'fails' ? worst.neededS : within;
  return { ...base, state, neededS, endS: worst.endS, end: worst.end, spareStops: worst.spareStops, lacks: null };
}

function timeState(spareStops: number, allKnown: boolean): CheckState {
  if (spareStops < BEYOND_STOPS) return 'fails';
  if (!allKnown) return 'unknown';
  return spareStops < TIGHT_STOPS ? 'tight' : 'passes';
}

function timeSentence({ state, shutter, neededS, endS, end, spareStops, lacks, bulb }: TimeFacts): string {
  if (state === 'unknown' || neededS === null || spareStops === null)
    return say(exposeText.whetherTheShutterCoversThis, { lacks: lackingLabel(lacks ?? { kind: 'shutter' }) });
  const name = SHUTTERS[shutter];
  if (state === 'fails')
    return say(exposeText.isOutsideTheRangeOf, {
      neededS: capital(timeWords(neededS)),
      name,
      end: end === 'fast' ? 'yes' : 'no',
      endS: timeWords(endS ?? 0),
      spareStops: stopsWords(-spareStops),
    });
  if (bulb) return say(exposeText.holdTheOpenForAnd, { name, neededS: timeWords(neededS) });
  return say(exposeText.isWithinTheRangeOf, {
    neededS: capital(timeWords(neededS)),
    name,
    spareStops: spareStops === Infinity ? '' : say(exposeText.fromItsLimit, { max: stopsWords(Math.max(0, spareStops)) }),
  });
}

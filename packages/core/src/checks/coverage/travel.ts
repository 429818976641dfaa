import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { coverageText } from '@gangway/messages/core/checks/coverage';
import { say } from '@gangway/messages/say';
import type { Geometry } from '../../geometry/geometry';
import { spareFor } from '../../mosaic/slides';
import { ask } from '../../rig/missing';
import { END_STOPS, reaches, travelSpare, type EndStop } from '../../rig/mechanism';
import { movesOf } from '../../rig/moves';
import { mmWords } from '../../words';
import { defineCheck, type Facts } from '../check';
import { mosaicFixes } from '../mosaicFix';
import { lessOfBoth, lessRise, lessShift } from '../movementFix';
import { stateOf } from '../tight';
import { leastBy, manyFrames, type WhichFrame } from '../whichFrame';
import { lackWords, onlyWhen } from '../wording';

interface TravelFacts extends Facts {
  readonly spareMm: number | null;
  readonly stop: EndStop | null;
  readonly fixed: boolean;
  readonly frame: WhichFrame | null;
}

/** Can the slides take this position? */
export const travel = defineCheck<'travel', TravelFacts>({
  kind: 'travel',
  name: checkNamesText.travel,
  step: 'coverage',
  assumes: assumptionsText.travel,
  weight: 'counts',
  evaluate: (geometry) => (geometry.settings.mosaic ? ofMosaic(geometry) : ofSingle(geometry)),
  margin: ({ spareMm }) => (spareMm === null ? null : { value: spareMm, unit: 'mm' }),
  message: travelSentence,
  note: ({ state }) => (state === 'unknown' ? coverageText.theRigHasNoTravel : null),
  missing: (parts) => movesOf(parts).asks[0] ?? ask(parts.lens, 'imageCircleMm'),
  *fixes({ geometry, trial }) {
    if (geometry.settings.mosaic) {
      yield* mosaicFixes(geometry, trial, ['asWhole', 'together', 'anew']);
      return;
    }
    yield lessRise(geometry, trial);
    yield lessShift(geometry, trial);
    yield lessOfBoth(geometry, trial);
  },
});

function ofSingle({ settings: { rig, movements } }: Geometry): TravelFacts {
  const { mechanism } = rig;
  const fixed = mechanism.kind === 'fixed';
  const spare = travelSpare(mechanism, movements);
  if (spare === null) return { state: 'unknown', spareMm: null, stop: null, fixed, frame: null };
  const reached = reaches(mechanism, movements) === true;
  // The outside is forgiven only what `reaches` forgives, so scale and check agree.
  const spareMm = reached ? Math.max(0, spare.spareMm) : spare.spareMm;
  return { state: fixed && reached ? 'passes' : stateOf(spareMm), spareMm, stop: spare.stop, fixed, frame: null };
}

/** The frame of a mosaic that is nearest to a stop, or farthest beyond one. */
function ofMosaic({ laid, settings }: Geometry): TravelFacts {
  const unknown: TravelFacts = { state: 'unknown', spareMm: null, stop: null, fixed: false, frame: null };
  if (!laid) return unknown;
  const { length } = laid.frames;
  const spares = laid.frames.flatMap((each, i) => {
    const set = laid.settings[i];
    // On the plate of quarter turns the slides are at their centre.
    const spare = spareFor(laid.slides, set && set.stopMm === 0 ? set : each);
    return spare ? [{ ...spare, spareMm: set ? Math.max(0, spare.spareMm) : spare.spareMm, frame: { number: i + 1, of: length } }] : [];
  });
  const worst = spares.length < length ? null : leastBy(spares, ({ spareMm }) => spareMm);
  // A stop is a position that is set exactly: for a series only what lies beyond it is a fault.
  return worst ? { state: stateOf(worst.spareMm, 0), ...worst, fixed: settings.rig.mechanism.kind === 'fixed' } : unknown;
}

function travelSentence({ state, spareMm, stop, fixed, frame }: TravelFacts): string {
  if (spareMm === null || stop === null) return coverageText.whetherTheSlidesReachThis;
  if (fixed && state === 'passes') return coverageText.thisRigHasNoMovements;
  if (fixed) return say(coverageText.thisRigHasNoMovementsAnd, { spareMm: mmWords(-spareMm) });
  if (state === 'fails')
    return say(coverageText.beyondThe, {
      frame: frame ? say(coverageText.frameLies, { number: frame.number }) : coverageText.thisPositionLies,
      spareMm: lackWords(spareMm),
      stop: END_STOPS[stop],
    });
  if (spareMm < 0.05)
    return say(coverageText.slideStandsAtIts, {
      frame: frame ? say(coverageText.atFrameThe, { number: frame.number }) : coverageText.the,
      stop: END_STOPS[stop],
    });
  const where = frame && frame.of > 1 ? manyFrames(frame.of) : coverageText.thisPosition;
  return say(coverageText.theSlidesReachWithLeft, {
    where,
    state: onlyWhen(state === 'tight'),
    spareMm: mmWords(spareMm),
    stop: END_STOPS[stop],
  });
}

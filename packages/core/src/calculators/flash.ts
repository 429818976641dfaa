import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { flashExposure } from '../exposure/flash';
import { exposureFactor } from '../exposure/exposure';
import { calculator } from './calculator';
import * as q from './quantities';

export const flash = calculator({
  name: 'flash',
  title: calculatorsText.flashAndPops,
  chapter: 'exposure',
  purpose: calculatorsText.howManyPopsAFlashNeeds,
  formula: calculatorsText.guideNumberOverDistance,
  source: calculatorsText.guideNumbersIso1230,
  limits: calculatorsText.flashLimits,
  input: z.strictObject({
    guideNumberM: q.distanceM(calculatorsText.guideNumberAtIso100),
    distanceM: q.distanceM(calculatorsText.fromFlashToSubject),
    iso: q.ratio(calculatorsText.filmSpeedIso),
    fNumber: q.fNumber(calculatorsText.markedFNumberN),
    magnification: q.magnification(calculatorsText.magnificationM),
    pupilRatio: q.ratio(calculatorsText.pupilRatioPExitOver),
    filterStops: q.stops(calculatorsText.lostInFilters),
  }),
  output: z.strictObject({
    popFNumber: q.answer('f/', calculatorsText.fNumberOfOnePop),
    stops: q.answer('stops', calculatorsText.lightOfOnePopAgainst),
    pops: q.answerOrNull('', calculatorsText.popsForExposure),
  }),
  example: { guideNumberM: 36, distanceM: 3, iso: 100, fNumber: 22, magnification: 0.1, pupilRatio: 1, filterStops: 0 },
  run: ({ guideNumberM, distanceM, iso, fNumber, magnification, pupilRatio, filterStops }) => {
    const lossStops = exposureFactor(magnification, pupilRatio, fNumber, 0).stops + filterStops;
    const reading = { kind: 'guide', guideNumberM, distanceM, iso: 100 } as const;
    const light = { reading, pops: 1, opening: 'one', shutterSpeedS: 1, recycleS: null } as const;
    const found = flashExposure({ light, iso, fNumber, lossStops, ambientEach: null });
    return { popFNumber: found.markedFNumber ?? found.popFNumber, stops: found.totalStops ?? 0, pops: found.popsNeeded };
  },
});

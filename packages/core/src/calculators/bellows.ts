import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { bellowsReach } from '../rig/bellows';
import { calculator } from './calculator';
import * as q from './quantities';

export const bellows = calculator({
  name: 'bellows',
  title: calculatorsText.bellowsAndBoards,
  chapter: 'rig',
  purpose: calculatorsText.whetherBellowsAndBoardReach,
  formula: calculatorsText.separationFlangeFocalLengthF,
  source: calculatorsText.theLensEquationWithThe,
  limits: calculatorsText.boardOffsetForARaised,
  input: z.strictObject({
    focalMm: q.lengthMm(calculatorsText.focalLengthF),
    flangeFocalMm: q.lengthMm(calculatorsText.flangeFocalLengthFromBoard),
    distanceM: q
      .distanceM(calculatorsText.subjectDistance)
      .nullable()
      .meta({ unit: 'm', description: calculatorsText.subjectDistanceFromTheLens }),
    boardOffsetMm: q.signedMm(calculatorsText.boardRaisedRecessed),
    bellowsMinMm: q.lengthMm(calculatorsText.shortestBellows),
    bellowsMaxMm: q.lengthMm(calculatorsText.longestBellows),
  }),
  output: z.strictObject({
    separationMm: q.answer('mm', calculatorsText.howFarApartTheStandards),
    fits: q.yesNo(calculatorsText.whetherTheBellowsReachThat),
    infinity: q.yesNo(calculatorsText.whetherInfinityIsReached),
    closestM: q.answerOrNull('m', calculatorsText.nearestFocusAtTheLongest),
  }),
  example: { focalMm: 90, flangeFocalMm: 98, distanceM: 3, boardOffsetMm: -15, bellowsMinMm: 70, bellowsMaxMm: 300 },
  run: ({ focalMm, flangeFocalMm, distanceM, boardOffsetMm, bellowsMinMm, bellowsMaxMm }) =>
    bellowsReach({ focalMm, flangeFocalMm, distanceM, boardOffsetMm, bellowsMinMm, bellowsMaxMm }),
});

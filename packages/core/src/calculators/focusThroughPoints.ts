import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { focusThroughPoints as run } from '../focus/plane';
import { calculator } from './calculator';
import * as q from './quantities';

export const focusThroughPoints = calculator({
  name: 'focusThroughPoints',
  title: calculatorsText.focusThroughThreePins,
  chapter: 'focus',
  purpose: calculatorsText.tiltSwingAndFocusThat,
  formula: calculatorsText.nPDThroughThe,
  source: calculatorsText.theImageOfAPlane,
  limits: calculatorsText.threePinsNotInOne,
  school: calculatorsText.computedTiltOthersIterateFar,
  input: z.strictObject({
    focalMm: q.lengthMm(calculatorsText.focalLengthF),
    pointsM: z
      .tuple([q.pointM('first'), q.pointM('second'), q.pointM('third')])
      .meta({ unit: 'm', description: calculatorsText.threePinsCameraFrame }),
  }),
  output: z.strictObject({
    tiltDeg: q.answer('°', calculatorsText.tiltForward),
    swingDeg: q.answer('°', calculatorsText.swingRight),
    totalDeg: q.answer('°', calculatorsText.angleOfBothTogether),
    imageMm: q.answer('mm', calculatorsText.imageDistanceV),
    hingeMm: q.answerOrNull('mm', calculatorsText.distanceOfTheHingeLine),
  }),
  example: {
    focalMm: 150,
    pointsM: [
      [0, -1.4, 1.2],
      [1.5, -1.4, 8],
      [-2, -1.3, 30],
    ],
  },
  run: ({ focalMm, pointsM }) => run(focalMm, pointsM),
});

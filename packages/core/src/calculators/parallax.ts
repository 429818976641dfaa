import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { parallax as run } from '../perspective/parallax';
import { calculator } from './calculator';
import * as q from './quantities';

export const parallax = calculator({
  name: 'parallax',
  title: calculatorsText.parallax,
  chapter: 'perspective',
  purpose: calculatorsText.howFarNearAndFar,
  formula: calculatorsText.vB1Near1,
  source: calculatorsText.centralProjectionFromTwoPlaces,
  limits: calculatorsText.noneWhenTheLensStands,
  input: z.strictObject({
    imageMm: q.lengthMm(calculatorsText.imageDistanceV),
    baselineMm: q.signedMm(calculatorsText.movementBOfTheLens),
    nearM: q.distanceM(calculatorsText.nearestThing),
    farM: q
      .distanceM(calculatorsText.farthestThing)
      .nullable()
      .meta({ unit: 'm', description: calculatorsText.farthestThingNullForInfinity }),
    pixelUm: q.micrometres(calculatorsText.pixelPitch),
  }),
  output: z.strictObject({
    disparityMm: q.answer('mm', calculatorsText.partingOnTheSensor),
    disparityPx: q.answer('px', calculatorsText.theSameInPixels),
  }),
  example: { imageMm: 24, baselineMm: 12, nearM: 4, farM: null, pixelUm: 4.36 },
  run: ({ imageMm, baselineMm, nearM, farM, pixelUm }) => run({ imageMm, baselineMm, nearM, farM, pixelUm }),
});

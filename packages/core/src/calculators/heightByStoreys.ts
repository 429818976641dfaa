import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { heightByStoreys as run } from '../survey/height';
import { calculator } from './calculator';
import * as q from './quantities';

export const heightByStoreys = calculator({
  name: 'heightByStoreys',
  title: calculatorsText.heightByStoreys,
  chapter: 'survey',
  purpose: calculatorsText.howHighABuildingIs,
  formula: calculatorsText.hNSRestU,
  source: calculatorsText.countingAllStoreysAreTaken,
  limits: calculatorsText.groundFloorsAndAtticsAre,
  input: z.strictObject({
    storeys: q.ratio(calculatorsText.numberNOfStoreys),
    storeyM: q.distanceM(calculatorsText.heightSOfOneFloor),
    restM: q.notNegativeM(calculatorsText.whatStandsAboveAndBelow),
    storeyErrorM: q.notNegativeM(calculatorsText.uncertaintyOfOneStorey),
  }),
  output: z.strictObject({
    heightM: q.answer('m', calculatorsText.heightAboveTheGround),
    uncertaintyM: q.answer('m', calculatorsText.itsStandardUncertainty),
  }),
  example: { storeys: 7, storeyM: 3.9, restM: 3.7, storeyErrorM: 0.1 },
  run: ({ storeys, storeyM, restM, storeyErrorM }) => run(storeys, storeyM, restM, storeyErrorM),
});

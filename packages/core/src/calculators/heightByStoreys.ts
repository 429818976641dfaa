import { z } from 'zod';
import { heightByStoreys as run } from '../survey/height';
import { calculator } from './calculator';
import * as q from './quantities';

export const heightByStoreys = calculator({
  name: 'heightByStoreys',
  title: 'Height by storeys',
  chapter: 'survey',
  purpose: 'How high a building is from its storeys, counted.',
  formula: 'H = n·s + rest; u = n·u_s',
  source: 'Counting; all storeys are taken to be wrong alike',
  limits: 'Ground floors and attics are often higher or lower: put them into the rest.',
  input: z.strictObject({
    storeys: q.ratio('number n of storeys'),
    storeyM: q.distanceM('height s of one, floor to floor'),
    restM: q.notNegativeM('what stands above and below them'),
    storeyErrorM: q.notNegativeM('uncertainty of one storey'),
  }),
  output: z.strictObject({
    heightM: q.answer('m', 'height above the ground'),
    uncertaintyM: q.answer('m', 'its standard uncertainty'),
  }),
  example: { storeys: 7, storeyM: 3.9, restM: 3.7, storeyErrorM: 0.1 },
  run: ({ storeys, storeyM, restM, storeyErrorM }) => run(storeys, storeyM, restM, storeyErrorM),
});

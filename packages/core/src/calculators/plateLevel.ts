import { plateText } from '@gangway/messages/core/plate';
import { z } from 'zod';
import { plateLevel as levelOf } from '../plate/level';
import { calculator } from './calculator';
import * as q from './quantities';

export const plateLevel = calculator({
  name: 'plateLevel',
  title: plateText.level,
  chapter: 'survey',
  purpose: plateText.levelPurpose,
  formula: plateText.levelFormula,
  source: plateText.levelSource,
  limits: plateText.levelLimits,
  input: z.strictObject({
    ...q.flatPlate,
    uprights: q.plateLines(plateText.uprights, 2),
  }),
  output: z.strictObject({
    pitchDeg: q.answer('°', plateText.pitch),
    rollDeg: q.answer('°', plateText.roll),
  }),
  example: {
    widthPx: 4032,
    heightPx: 3024,
    focalPx: 2912,
    uprights: [
      [800, 2600, 1000, 600],
      [3300, 2600, 3100, 600],
    ],
  },
  run: ({ uprights, ...plate }) => levelOf({ kind: 'flat', ...plate }, uprights),
});

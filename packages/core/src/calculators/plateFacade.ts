import { plateText } from '@gangway/messages/core/plate';
import { z } from 'zod';
import { plateFacade as facadeOf } from '../plate/level';
import { calculator } from './calculator';
import * as q from './quantities';

export const plateFacade = calculator({
  name: 'plateFacade',
  title: plateText.facade,
  chapter: 'survey',
  purpose: plateText.facadePurpose,
  formula: plateText.facadeFormula,
  source: plateText.facadeSource,
  limits: plateText.facadeLimits,
  input: z.strictObject({
    ...q.flatPlate,
    ...q.plateHeld,
    levels: q.plateLines(plateText.levels, 1),
  }),
  output: z.strictObject({
    turnedAwayDeg: q.answer('°', plateText.turnedAway),
  }),
  example: { widthPx: 4032, heightPx: 3024, focalPx: 2912, pitchDeg: 0, rollDeg: 0, levels: [[800, 600, 3100, 900]] },
  run: ({ pitchDeg, rollDeg, levels, ...plate }) => ({
    turnedAwayDeg: facadeOf({ kind: 'flat', ...plate }, { pitchDeg, rollDeg }, levels),
  }),
});

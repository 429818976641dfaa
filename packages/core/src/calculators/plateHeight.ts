import { plateText } from '@gangway/messages/core/plate';
import { z } from 'zod';
import { plateHeight as heightOf } from '../plate/height';
import { calculator } from './calculator';
import * as q from './quantities';

export const plateHeight = calculator({
  name: 'plateHeight',
  title: plateText.height,
  chapter: 'survey',
  purpose: plateText.heightPurpose,
  formula: plateText.heightFormula,
  source: plateText.heightSource,
  limits: plateText.heightLimits,
  input: z.strictObject({
    ...q.flatPlate,
    ...q.plateHeld,
    ...q.footAndTop,
    cameraHeightM: q.distanceM(plateText.cameraHeight),
  }),
  output: z.strictObject({
    heightM: q.answer('m', plateText.heightM),
    distanceM: q.answer('m', plateText.distance),
    asideM: q.answer('m', plateText.aside),
  }),
  example: {
    widthPx: 4032,
    heightPx: 3024,
    focalPx: 2912,
    pitchDeg: 0,
    rollDeg: 0,
    footPx: [2016, 1706],
    topPx: [2016, 200],
    cameraHeightM: 1.6,
  },
  run: ({ pitchDeg, rollDeg, footPx, topPx, cameraHeightM, ...plate }) =>
    heightOf({ kind: 'flat', ...plate }, { pitchDeg, rollDeg }, { footPx, topPx }, cameraHeightM),
});

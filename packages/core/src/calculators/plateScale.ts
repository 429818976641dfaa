import { plateText } from '@gangway/messages/core/plate';
import { z } from 'zod';
import { plateScale as scaleOf } from '../plate/height';
import { calculator } from './calculator';
import * as q from './quantities';

export const plateScale = calculator({
  name: 'plateScale',
  title: plateText.scale,
  chapter: 'survey',
  purpose: plateText.scalePurpose,
  formula: plateText.scaleFormula,
  source: plateText.heightSource,
  limits: plateText.scaleLimits,
  input: z.strictObject({
    ...q.flatPlate,
    ...q.plateHeld,
    ...q.footAndTop,
    knownHeightM: q.distanceM(plateText.knownHeight),
  }),
  output: z.strictObject({
    cameraHeightM: q.answer('m', plateText.cameraHeight),
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
    topPx: [2016, 1400],
    knownHeightM: 2.1,
  },
  run: ({ pitchDeg, rollDeg, footPx, topPx, knownHeightM, ...plate }) =>
    scaleOf({ kind: 'flat', ...plate }, { pitchDeg, rollDeg }, { footPx, topPx }, knownHeightM),
});

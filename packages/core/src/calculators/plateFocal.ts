import { plateText } from '@gangway/messages/core/plate';
import { z } from 'zod';
import { degrees } from '../angles';
import { focalPixels } from '../plate/pixel';
import { calculator } from './calculator';
import * as q from './quantities';

export const plateFocal = calculator({
  name: 'plateFocal',
  title: plateText.focal,
  chapter: 'survey',
  purpose: plateText.focalPurpose,
  formula: plateText.focalFormula,
  source: plateText.focalSource,
  limits: plateText.focalLimits,
  input: z.strictObject({
    equivalentMm: q.lengthMm(plateText.equivalentMm),
    widthPx: q.pixels(plateText.widthPx),
    heightPx: q.pixels(plateText.heightPx),
  }),
  output: z.strictObject({
    focalPx: q.answer('px', plateText.focalPx),
    fieldWideDeg: q.answer('°', plateText.fieldWide),
    fieldHighDeg: q.answer('°', plateText.fieldHigh),
  }),
  example: { equivalentMm: 26, widthPx: 4032, heightPx: 3024 },
  run: ({ equivalentMm, widthPx, heightPx }) => {
    const focalPx = focalPixels(equivalentMm, widthPx, heightPx);
    const fieldDeg = (px: number): number => degrees(2 * Math.atan(px / (2 * focalPx)));
    return { focalPx, fieldWideDeg: fieldDeg(widthPx), fieldHighDeg: fieldDeg(heightPx) };
  },
});

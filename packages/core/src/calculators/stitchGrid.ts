import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { mosaicGrid } from '../mosaic/grid';
import { calculator } from './calculator';
import * as q from './quantities';

export const stitchGrid = calculator({
  name: 'stitchGrid',
  title: calculatorsText.rowsAndColumns,
  chapter: 'mosaic',
  purpose: calculatorsText.rowsAndColumnsOfFrames,
  formula: calculatorsText.wWW1O,
  source: calculatorsText.arithmeticOfEqualSteps,
  limits: calculatorsText.flatMosaicBackMovingBehind,
  school: calculatorsText.shiftTheLensOrThe,
  input: z.strictObject({
    sensorWidthMm: q.lengthMm(calculatorsText.frameWidthW),
    sensorHeightMm: q.lengthMm(calculatorsText.frameHeightH),
    columnsPx: q.pixels(calculatorsText.pixelsAcross),
    rowsPx: q.pixels(calculatorsText.pixelsDown),
    targetWidthMm: q.lengthMm(calculatorsText.wantedWidthW),
    targetHeightMm: q.lengthMm(calculatorsText.wantedHeightH),
    overlap: q.share(calculatorsText.leastOverlapO),
  }),
  output: z.strictObject({
    columns: q.answer('frames', calculatorsText.framesSideBySide),
    rows: q.answer('frames', calculatorsText.framesOneAboveTheOther),
    xMm: q.answers('mm', calculatorsText.frameCentresAcross),
    yMm: q.answers('mm', calculatorsText.frameCentresUp),
    widthPx: q.answer('px', calculatorsText.widthOfTheWhole),
    heightPx: q.answer('px', calculatorsText.heightOfTheWhole),
    circleNeededMm: q.answer('mm', calculatorsText.circleThatTheWholeNeeds),
  }),
  example: {
    sensorWidthMm: 14.9,
    sensorHeightMm: 22.3,
    columnsPx: 3456,
    rowsPx: 5184,
    targetWidthMm: 52.9,
    targetHeightMm: 41.5,
    overlap: 0.1,
  },
  run: ({ sensorWidthMm, sensorHeightMm, columnsPx, rowsPx, targetWidthMm, targetHeightMm, overlap }) =>
    mosaicGrid({ sensorWidthMm, sensorHeightMm, columnsPx, rowsPx, targetWidthMm, targetHeightMm, overlap }),
});

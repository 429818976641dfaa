import { z } from 'zod';
import { mosaicGrid } from '../mosaic/grid';
import { calculator } from './calculator';
import * as q from './quantities';

export const stitchGrid = calculator({
  name: 'stitchGrid',
  title: 'Rows and columns',
  chapter: 'mosaic',
  purpose: 'Rows and columns of frames that cover a wanted size.',
  formula: '⌈(W − w)/(w(1 − o))⌉ + 1 frames, evenly spread; pixels W·columns/w',
  source: 'Arithmetic of equal steps',
  limits: 'Flat mosaic, back moving behind a still lens.',
  school: 'Shift the lens or the back: with the back moving there is no parallax.',
  input: z.strictObject({
    sensorWidthMm: q.lengthMm('frame width w'),
    sensorHeightMm: q.lengthMm('frame height h'),
    columnsPx: q.pixels('pixels across'),
    rowsPx: q.pixels('pixels down'),
    targetWidthMm: q.lengthMm('wanted width W'),
    targetHeightMm: q.lengthMm('wanted height H'),
    overlap: q.share('least overlap o'),
  }),
  output: z.strictObject({
    columns: q.answer('frames', 'frames side by side'),
    rows: q.answer('frames', 'frames one above the other'),
    xMm: q.answers('mm', 'frame centres across'),
    yMm: q.answers('mm', 'frame centres up'),
    widthPx: q.answer('px', 'width of the whole'),
    heightPx: q.answer('px', 'height of the whole'),
    circleNeededMm: q.answer('mm', 'circle that the whole needs'),
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

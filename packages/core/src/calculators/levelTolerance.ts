import { z } from 'zod';
import { levelTolerance as run } from '../perspective/levelTolerance';
import { calculator } from './calculator';
import * as q from './quantities';

export const levelTolerance = calculator({
  name: 'levelTolerance',
  title: 'How level is level enough',
  chapter: 'perspective',
  purpose: 'What a tenth of a degree of pitch or roll does to this picture, and how much of it stays within what is accepted.',
  formula: 'verticals at the edge part by X·h·tan φ/v over the height; a level line climbs by w·tan ρ',
  source: 'Plane homography of a pitched central projection; plane rotation',
  limits:
    'What is accepted is a matter of taste and print: one pixel is never seen, about 0.2 mm on a print in the hand hardly (common practice).',
  input: z.strictObject({
    imageMm: q.lengthMm('image distance v'),
    sensorWidthMm: q.lengthMm('width of the frame as it stands'),
    sensorHeightMm: q.lengthMm('height of the frame as it stands'),
    columnsPx: q.pixels('pixels across the frame'),
    printWidthMm: q.lengthMm('width of the print'),
    acceptedPx: q.pixels('what is accepted over the whole side'),
  }),
  output: z.strictObject({
    pitchTenthPx: q.answer('px', 'convergence of an edge vertical for 0.1° of pitch'),
    pitchTenthPrintMm: q.answer('mm', 'the same on the print'),
    pitchDeg: q.answer('°', 'pitch that stays within what is accepted'),
    rollTenthPx: q.answer('px', 'climb of a level line for 0.1° of roll'),
    rollTenthPrintMm: q.answer('mm', 'the same on the print'),
    rollDeg: q.answer('°', 'roll that stays within what is accepted'),
  }),
  example: { imageMm: 24.02, sensorWidthMm: 24, sensorHeightMm: 36, columnsPx: 5504, printWidthMm: 400, acceptedPx: 5 },
  run: ({ imageMm, sensorWidthMm, sensorHeightMm, columnsPx, printWidthMm, acceptedPx }) =>
    run({ imageMm, sensorWidthMm, sensorHeightMm, columnsPx, printWidthMm, acceptedPx }),
});

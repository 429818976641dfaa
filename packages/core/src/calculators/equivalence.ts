import { z } from 'zod';
import { equivalence as run } from '../perspective/equivalence';
import { calculator } from './calculator';
import * as q from './quantities';

export const equivalence = calculator({
  name: 'equivalence',
  title: 'Equal view, other format',
  chapter: 'perspective',
  purpose: 'The same picture on another format, and the same subject size with another lens.',
  formula: 'f·B/A, N·B/A; u₂ = f₂(1 + 1/(m·B/A)); background [u₂/(u₂ + b)]/[u/(u + b)]',
  source: 'The lens equation; equal entrance pupils',
  limits: 'Say which size you compare by: diagonal, width or height.',
  school: 'Compare by diagonal (the default of most tables), by width or by height.',
  input: z.strictObject({
    focalMm: q.lengthMm('focal length on format A'),
    fNumber: q.fNumber('f-number on format A'),
    distanceM: q.distanceM('subject distance on format A'),
    fromMm: q.lengthMm('size of format A'),
    toMm: q.lengthMm('size of format B, the same of both'),
    haveFocalMm: q.lengthMm('focal length at hand on format B'),
    backgroundM: q.distanceM('background behind the subject'),
  }),
  output: z.strictObject({
    focalMm: q.answer('mm', 'equal focal length on format B'),
    fNumber: q.answer('f/', 'equal f-number on format B'),
    distanceM: q.answer('m', 'where the lens at hand gives the same subject size'),
    backgroundScale: q.answer('×', 'size of the background against the first picture'),
  }),
  example: { focalMm: 150, fNumber: 22, distanceM: 3, fromMm: 153, toMm: 54.8, haveFocalMm: 63, backgroundM: 5 },
  run: ({ focalMm, fNumber, distanceM, fromMm, toMm, haveFocalMm, backgroundM }) =>
    run({ focalMm, fNumber, distanceM, fromMm, toMm, haveFocalMm, backgroundM }),
});

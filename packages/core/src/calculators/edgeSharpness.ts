import { lensTestsText } from '@gangway/messages/core/lensTests';
import { z } from 'zod';
import { edgeSharpness as sharpnessOf } from '../lensTests/edgeSharpness';
import { calculator } from './calculator';
import * as q from './quantities';

/** An edge 5° from upright, blurred over about two pixels. */
const EXAMPLE = Array.from({ length: 24 }, (_, y) =>
  Array.from({ length: 24 }, (__, x) => Number((0.1 + 0.7 / (1 + Math.exp(-2 * (x - 12.3 + 0.0875 * (y - 11.5))))).toFixed(3))),
);

export const edgeSharpness = calculator({
  name: 'edgeSharpness',
  title: lensTestsText.edge,
  chapter: 'lens',
  purpose: lensTestsText.edgePurpose,
  formula: lensTestsText.edgeFormula,
  source: lensTestsText.edgeSource,
  limits: lensTestsText.edgeLimits,
  input: z.strictObject({ rows: q.intensities(lensTestsText.rows) }),
  output: z.strictObject({
    edgeDeg: q.answer('°', lensTestsText.edgeDeg),
    mtf50CyPx: q.answer('cycles/px', lensTestsText.mtf50),
    mtfHalfNyquist: q.answer('', lensTestsText.mtfHalfNyquist),
  }),
  example: { rows: EXAMPLE },
  run: ({ rows }) => {
    const { edgeDeg, mtf50CyPx, mtfAt } = sharpnessOf(rows);
    return { edgeDeg, mtf50CyPx, mtfHalfNyquist: mtfAt(0.25) };
  },
});

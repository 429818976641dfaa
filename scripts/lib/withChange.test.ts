import { withChange } from './withChange.mjs';

const SOURCE = 'const a = 1;\nconst b = a + 2;\n';

test('changes what stands between two places, counted from 1, and nothing else', () => {
  // The plus sign of the second line.
  const location = { start: { line: 2, column: 13 }, end: { line: 2, column: 14 } };
  expect(withChange(SOURCE, { location, replacement: '-' })).toBe('const a = 1;\nconst b = a - 2;\n');
  const across = { start: { line: 1, column: 11 }, end: { line: 2, column: 11 } };
  expect(withChange(SOURCE, { location: across, replacement: '' })).toBe('const a = a + 2;\n');
});

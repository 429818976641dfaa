import { FORMATS } from './formats';
import { diagonalMm, turned } from './frame';
import { shiftLimitMm } from './shiftLimit';

describe('frames', () => {
  // Outside references: picture diagonals as handbooks print them for these
  // formats, ISO 732 nominal sizes for roll film and ISO 1007 for 35 mm
  // (rounded, from memory).
  test.each([
    ['small', 43.3],
    ['6x45', 69.7],
    ['6x6', 79.2],
    ['6x7', 89.6],
    ['6x9', 101],
    ['4x5', 153],
    ['8x10', 312.5],
  ])('the diagonal of %s is about %p mm', (id, diagonal) => {
    const format = FORMATS.find((each) => each.id === id);
    if (!format) throw new Error(`no format ${id}`);
    expect(Math.abs(diagonalMm(format) - diagonal)).toBeLessThan(0.4);
  });

  test('every roll-film format is 56 mm across the film or turned so', () => {
    const roll = FORMATS.filter(({ source }) => source === 'ISO 732');
    expect(roll).toHaveLength(4);
    for (const { widthMm, heightMm } of roll) expect([widthMm, heightMm]).toContain(56);
  });

  // Facts of the trade (common practice): normal lenses are about as long as the
  // diagonal, 150 mm for 4×5 in, 210 for 5×7, 300 for 8×10.
  test.each([
    ['4x5', 150],
    ['5x7', 210],
    ['8x10', 300],
  ])('the normal lens of %s, %p mm, is its diagonal within 5 %', (id, focalMm) => {
    const format = FORMATS.find((each) => each.id === id);
    if (!format) throw new Error(`no format ${id}`);
    expect(Math.abs(diagonalMm(format) / focalMm - 1)).toBeLessThan(0.05);
  });

  // Facts of the trade (common practice): circles of 150–300 mm serve 4×5 and
  // 5×7, 8×10 with movements wants 400–500.
  test.each([
    ['4x5', 160, 2],
    ['5x7', 300, 50],
    ['8x10', 400, 40],
    ['8x10', 500, 90],
  ])('%s in a circle of %p mm has at least %p mm of rise', (id, circleMm, leastMm) => {
    const format = FORMATS.find((each) => each.id === id);
    if (!format) throw new Error(`no format ${id}`);
    expect(shiftLimitMm(format, circleMm, 90) ?? -1).toBeGreaterThan(leastMm);
  });

  test('turning twice brings a frame back, and a square stays', () => {
    const frame = { widthMm: 36, heightMm: 24 };
    expect(turned(turned(frame, 'portrait'), 'landscape')).toEqual(frame);
    expect(turned({ widthMm: 56, heightMm: 56 }, 'portrait')).toEqual({ widthMm: 56, heightMm: 56 });
    expect(turned({ widthMm: 56, heightMm: 84 }, 'landscape')).toEqual({ widthMm: 84, heightMm: 56 });
  });
});

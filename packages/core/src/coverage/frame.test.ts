import { FORMATS } from './formats';
import { diagonalMm, turned } from './frame';

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

  test('turning twice brings a frame back, and a square stays', () => {
    const frame = { widthMm: 36, heightMm: 24 };
    expect(turned(turned(frame, 'portrait'), 'landscape')).toEqual(frame);
    expect(turned({ widthMm: 56, heightMm: 56 }, 'portrait')).toEqual({ widthMm: 56, heightMm: 56 });
    expect(turned({ widthMm: 56, heightMm: 84 }, 'landscape')).toEqual({ widthMm: 84, heightMm: 56 });
  });
});

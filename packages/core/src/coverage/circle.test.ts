import { circleOnBackMm, definitionCircle } from './circle';

const figures = {
  lightMm: 70,
  definition: [
    { fNumber: 11, diameterMm: 64 },
    { fNumber: 5.6, diameterMm: 56 },
  ],
};

describe('the sharp circle', () => {
  test('is as given where it is given', () => {
    expect(definitionCircle(figures, 11)).toEqual({ diameterMm: 64, basis: { kind: 'given' } });
  });

  test('half a stop between two figures a stop apart is half of the difference', () => {
    const two = {
      lightMm: null,
      definition: [
        { fNumber: 4, diameterMm: 50 },
        { fNumber: 4 * Math.SQRT2, diameterMm: 58 },
      ],
    };
    expect(definitionCircle(two, 4 * Math.SQRT2 ** 0.5)?.diameterMm).toBeCloseTo(54, 9);
  });

  test('is held at the end figure beyond the table, and says so', () => {
    expect(definitionCircle(figures, 32)).toEqual({ diameterMm: 64, basis: { kind: 'held', from: 11 } });
    expect(definitionCircle(figures, 4)).toEqual({ diameterMm: 56, basis: { kind: 'held', from: 5.6 } });
  });

  // Common practice: the middle 80 % of the image circle.
  test('is 80 % of the image circle when that alone is known, and unknown without it', () => {
    expect(definitionCircle({ lightMm: 100, definition: [] }, 8)).toEqual({
      diameterMm: 80,
      basis: { kind: 'assumed', shareOfLight: 0.8 },
    });
    expect(definitionCircle({ lightMm: null, definition: [] }, 8)).toBeNull();
  });

  test('doubles on the back at life size', () => {
    expect(circleOnBackMm(50, 1)).toBe(100);
  });

  test('an f-number that is none is refused by name', () => {
    expect(() => definitionCircle(figures, Number.NaN)).toThrow(/fNumber is NaN/);
  });
});

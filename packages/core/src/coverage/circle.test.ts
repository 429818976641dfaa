import { circleOnBackMm, definitionCircle } from './circle';

const specs = {
  imageCircleMm: 70,
  sharpCircles: [
    { fNumber: 11, diameterMm: 64 },
    { fNumber: 5.6, diameterMm: 56 },
  ],
};

describe('the sharp circle', () => {
  test('is as given where it is given', () => {
    expect(definitionCircle(specs, 11)).toEqual({ diameterMm: 64, basis: { kind: 'given' } });
  });

  test('half a stop between two values a stop apart is half of the difference', () => {
    const two = {
      imageCircleMm: null,
      sharpCircles: [
        { fNumber: 4, diameterMm: 50 },
        { fNumber: 4 * Math.SQRT2, diameterMm: 58 },
      ],
    };
    expect(definitionCircle(two, 4 * Math.SQRT2 ** 0.5)?.diameterMm).toBeCloseTo(54, 9);
  });

  test('is held at the end value beyond the table, and says so', () => {
    expect(definitionCircle(specs, 32)).toEqual({ diameterMm: 64, basis: { kind: 'held', from: 11 } });
    expect(definitionCircle(specs, 4)).toEqual({ diameterMm: 56, basis: { kind: 'held', from: 5.6 } });
  });

  // Common practice: the middle 80 % of the image circle.
  test('is 80 % of the image circle when that alone is known, and unknown without it', () => {
    expect(definitionCircle({ imageCircleMm: 100, sharpCircles: [] }, 8)).toEqual({
      diameterMm: 80,
      basis: { kind: 'assumed', shareOfLight: 0.8 },
    });
    expect(definitionCircle({ imageCircleMm: null, sharpCircles: [] }, 8)).toBeNull();
  });

  test('doubles on the back at life size', () => {
    expect(circleOnBackMm(50, 1)).toBe(100);
  });

  test('an f-number that is none is refused by name', () => {
    expect(() => definitionCircle(specs, Number.NaN)).toThrow(/fNumber is NaN/);
  });
});

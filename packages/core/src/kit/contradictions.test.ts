import { circleContradictions, inOrder } from './contradictions';

describe('values that cannot be true together', () => {
  test('a sharp circle beyond the image circle, said at its diameter', () => {
    expect(circleContradictions({ imageCircleMm: 50, sharpCircles: [{ fNumber: 8, diameterMm: 51 }] })).toEqual([
      {
        path: ['sharpCircles', 0, 'diameterMm'],
        message: expect.stringMatching(/f\/8 is 51 mm; it cannot be larger than the image circle of 50 mm/),
      },
    ]);
    expect(circleContradictions({ imageCircleMm: null, sharpCircles: [{ fNumber: 8, diameterMm: 51 }] })).toEqual([]);
  });

  test('one f-number twice, said at the second', () => {
    const sharpCircles = [
      { fNumber: 8, diameterMm: 51 },
      { fNumber: 8, diameterMm: 52 },
    ];
    expect(circleContradictions({ imageCircleMm: null, sharpCircles })).toEqual([
      { path: ['sharpCircles', 1, 'fNumber'], message: expect.stringMatching(/f\/8 appears twice/) },
    ]);
  });

  test('an end below its beginning; what is unknown contradicts nothing', () => {
    expect(inOrder([300, 100], 'bellowsMaxMm', 'The longest bellows must be at least as long as the shortest')).toEqual([
      { path: ['bellowsMaxMm'], message: 'The longest bellows must be at least as long as the shortest (100 is less than 300).' },
    ]);
    for (const pair of [
      [100, 100],
      [null, 3],
      [3, null],
    ] as const)
      expect(inOrder(pair, 'x', 'x')).toEqual([]);
  });
});

import { geometryOf } from '../geometry/geometry';
import { setup } from '../setup/fixtures.test-support';
import { SCALE_DIRECTIONS, shiftScale } from './shiftScale';

describe('the shift scale', () => {
  const rows = shiftScale(geometryOf(setup()));

  test('has a row for each full stop of the lens, the f-numbers given and the aperture set', () => {
    expect(rows.map(({ fNumber }) => fNumber)).toEqual([4, 5.6, 8, 11, 16, 22].reduce<number[]>((all, n) => [...all, n], [3.5]));
  });

  test('stops at the mechanism where the circle would allow more, and says which', () => {
    const eleven = rows.find(({ fNumber }) => fNumber === 11);
    const wide = rows.find(({ fNumber }) => fNumber === 3.5);
    // R = 32: up √(1024 − 324) − 12 = 14.46, beyond the 12 mm of the slide.
    expect(eleven?.directions[0]).toMatchObject({ limitMm: 12, limitedBy: 'stop' });
    // R = 27: up 8.1246, before the slide ends.
    expect(wide?.directions[0]?.limitMm).toBeCloseTo(8.1246, 4);
    expect(wide?.directions[0]?.limitedBy).toBe('circle');
  });

  test('the way toward the corner is the shortest', () => {
    for (const row of rows) {
      const shortest = Math.min(...row.directions.map(({ limitMm }) => limitMm ?? 0));
      expect(row.diagonal.limitMm).toBeLessThanOrEqual(shortest + 1e-9);
      expect(row.directions).toHaveLength(SCALE_DIRECTIONS.length);
    }
  });

  test('is empty when no circle is known, and counts the circle alone when the travel is not', () => {
    const base = setup();
    const blank = { ...base, rig: { ...base.rig, lens: { ...base.rig.lens, circle: { imageCircleMm: null, sharpCircles: [] } } } };
    expect(shiftScale(geometryOf(blank))).toEqual([]);
    const free = shiftScale(geometryOf({ ...base, rig: { ...base.rig, mechanism: { kind: 'unknown' } } }));
    expect(free.find(({ fNumber }) => fNumber === 11)?.directions[0]).toMatchObject({ limitedBy: 'circle', mechanismKnown: false });
  });
});

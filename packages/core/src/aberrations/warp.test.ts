import fc from 'fast-check';
import { Vector3 } from 'three';
import { evenly } from '../evenly.test-support';
import { NONE } from '../examples.test-support';
import { aberrationTable, idealPlace, TABLE_ROWS } from './warp';

const LENS = { focalMm: 50, pupilRatio: 1, magnification: 0 };
const PICTURE = { imageMm: 50, axis: [0, 0, 1] as const, lens: LENS, fNumber: 2 };

describe('what a lens with aberrations draws', () => {
  test('a point whose rays meet behind the back is drawn by each ray where that ray crosses the back', () => {
    // A straight ray from the point (a, b) of the pupil to where it meets its neighbours, e behind the back at 50 mm, upside down as the camera has it.
    fc.assert(
      fc.property(evenly(-15, 15), evenly(-15, 15), evenly(-10, 10), evenly(-10, 10), evenly(-0.2, 0.2), (x, y, a, b, e) => {
        const curved = { ...NONE, heightsMm: [0, 100], sagittalSagMm: [-e, -e], tangentialSagMm: [-e, -e] };
        // The chief ray to (−x, −y) at 50 mm goes on to the focus e farther along the axis.
        const [fx, fy] = [(-x * (50 + e)) / 50, (-y * (50 + e)) / 50];
        const t = 50 / (50 + e);
        const [hitX, hitY] = [-(a + (fx - a) * t), -(b + (fy - b) * t)];
        const [ix, iy] = idealPlace(curved, PICTURE, [hitX, hitY], [a, b]);
        expect(Math.abs(ix - x)).toBeLessThan(2 * Math.abs(e) ** 2 * 0.01 + 1e-9);
        expect(Math.abs(iy - y)).toBeLessThan(2 * Math.abs(e) ** 2 * 0.01 + 1e-9);
      }),
    );
  });

  test('lines along and across the radius are out of focus by their own error', () => {
    const astigmatic = { ...NONE, heightsMm: [0, 100], sagittalSagMm: [0, 0], tangentialSagMm: [-0.1, -0.1] };
    // On the horizontal the radius is horizontal: points of the aperture beside it move the picture, above it they do not.
    expect(idealPlace(astigmatic, PICTURE, [10, 0], [0, 8])).toEqual([10, 0]);
    expect(idealPlace(astigmatic, PICTURE, [10, 0], [8, 0])[0]).toBeCloseTo(10 + (8 * 0.1) / 50, 9);
    expect(idealPlace(astigmatic, PICTURE, [0, 10], [8, 0])).toEqual([0, 10]);
    expect(idealPlace(astigmatic, PICTURE, [0, 10], [0, 8])[1]).toBeCloseTo(10 + (8 * 0.1) / 50, 9);
  });

  test('distortion goes about the lens axis, wherever the frame or the tilt has put it', () => {
    const barrel = { ...NONE, heightsMm: [0, 100], distortion: [-0.01, -0.01] };
    expect(idealPlace(barrel, PICTURE, [0, 0], [0, 0])).toEqual([0, 0]);
    expect(idealPlace(barrel, PICTURE, [20, 10], [0, 0])[0]).toBeCloseTo(20 / 0.99, 9);
    const tilted = { ...PICTURE, axis: [0, -Math.sin(0.1), Math.cos(0.1)] as const };
    const foot = -50 * Math.tan(0.1);
    expect(idealPlace(barrel, tilted, [0, foot], [0, 0])[1]).toBeCloseTo(foot, 9);
    expect(idealPlace(barrel, tilted, [0, foot + 10], [0, 0])[1]).toBeCloseTo(foot + 10 / 0.99, 9);
  });

  test('image heights are those of the angle to the lens axis, tilted or not', () => {
    const growing = { ...NONE, heightsMm: [0, 1000], distortion: [0, -0.5] };
    fc.assert(
      fc.property(evenly(-20, 20), evenly(-20, 20), evenly(-0.3, 0.3), evenly(-0.3, 0.3), (x, y, tilt, swing) => {
        const axis = [Math.sin(swing) * Math.cos(tilt), -Math.sin(tilt), Math.cos(swing) * Math.cos(tilt)] as const;
        const [ix, iy] = idealPlace(growing, { ...PICTURE, axis }, [x, y], [0, 0]);
        // The angle by a 3D package.
        const angle = new Vector3(x, y, 50).angleTo(new Vector3(...axis));
        const by = 1 - (0.5 * 50 * Math.tan(angle)) / 1000;
        const [footX, footY] = [(50 * axis[0]) / axis[2], (50 * axis[1]) / axis[2]];
        expect(ix).toBeCloseTo(footX + (x - footX) / by, 6);
        expect(iy).toBeCloseTo(footY + (y - footY) / by, 6);
      }),
    );
  });

  test('the table of a shader has the same values, and room for what a barrel draws in', () => {
    const lens = { ...NONE, heightsMm: [0, 63], distortion: [0, -0.02], sagittalSagMm: [0, 0.63], extraGlassMm: 0 };
    const { rows, lastMm, overscan, share } = aberrationTable(lens, LENS, 2, 63);
    expect(rows).toHaveLength(4 * TABLE_ROWS);
    expect(lastMm).toBe(63);
    expect(rows[4 * 10]).toBeCloseTo(-0.1, 9);
    expect(rows[4 * 10 + 3]).toBe(-1);
    expect(overscan).toBeCloseTo(1 / 0.98 + 0.002, 9);
    expect(share).toBeCloseTo(1 / 50, 12);
  });
});

import fc from 'fast-check';
import { CoreError } from '../errors';
import { focusPlane } from './plane';
import { hingeTable, settingByHinge } from './hinge';
import { evenly } from '../evenly.test-support';

describe('hinge distance', () => {
  test('a 150 mm lens tilted 5° hinges 1.72 m below (common practice)', () => {
    const row = hingeTable(150, 10, 1).find(({ tiltDeg }) => tiltDeg === 5);
    expect(row?.hingeM).toBeCloseTo(1.72, 2);
  });

  test('agrees with Merklinger’s table for 90 mm: 5.2 m at 1°, 1.0 m at 5° (from memory, Focusing the View Camera, appendix)', () => {
    const at = (deg: number) => hingeTable(90, 10, 1).find(({ tiltDeg }) => tiltDeg === deg)?.hingeM;
    expect(at(1)).toBeCloseTo(5.16, 2);
    expect(at(5)).toBeCloseTo(1.03, 2);
  });

  test('tilt by the height and focus by the slope lay the plane where it was wanted', () => {
    fc.assert(
      fc.property(fc.constantFrom(24, 90, 150, 300), evenly(0.4, 8), fc.boolean(), evenly(-40, 40), (f, below, above, slopeDeg) => {
        const belowM = above ? -below : below;
        let setting;
        try {
          setting = settingByHinge(f, { belowM, slopeDeg });
        } catch (error) {
          if (error instanceof CoreError) return true;
          throw error;
        }
        const {
          normal: [x, y, z],
          offsetMm,
        } = focusPlane(f, setting.imageMm, setting.tiltDeg, setting.swingDeg);
        // Where the plane is straight under the lens, and how it rises: −z/y.
        return (
          Math.abs(x) < 1e-9 &&
          Math.abs(offsetMm / y + belowM * 1000) < 1e-5 * below * 1000 &&
          Math.abs(Math.atan(-z / y) - (slopeDeg * Math.PI) / 180) < 1e-7
        );
      }),
    );
  });

  test('refuses a hinge inside the focal length and a slope that is none', () => {
    expect(() => settingByHinge(150, { belowM: 0.1, slopeDeg: 0 })).toThrow(/never nearer than the focal length/);
    expect(() => settingByHinge(150, { belowM: 1, slopeDeg: 90 })).toThrow(/slopeDeg is 90/);
  });
});

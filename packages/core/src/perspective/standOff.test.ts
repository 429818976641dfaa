import fc from 'fast-check';
import { conjugates } from '../focus/conjugates';
import { keystone } from './keystone';
import { levelTolerance } from './levelTolerance';
import { projected, riseForHeight } from './rise';
import { evenHeightM, standOff } from './standOff';
import { evenly } from '../evenly.test-support';

describe('how far off to stand', () => {
  test('from the distance found the top stands at the margin with all the rise there is, by projecting it', () => {
    fc.assert(
      fc.property(evenly(15, 300), evenly(0.3, 3), evenly(4, 60), evenly(0, 3), evenly(0, 40), (f, c, top, margin, rise) => {
        const { forTopM, riseForTopMm } = standOff({
          focalMm: f,
          cameraHeightM: c,
          topHeightM: top,
          sensorHeightMm: 36,
          marginMm: margin,
          mostRiseMm: rise,
          mostFallMm: 0,
        });
        const { imageMm } = conjugates(f, forTopM);
        const [, y] = projected(imageMm, riseForTopMm, 0, [0, top - c, forTopM]);
        return Math.abs(y - (18 - margin)) < 1e-6 && Math.abs(riseForTopMm - rise) < 1e-6;
      }),
    );
  });

  test('with the foot in, both are inside the margins and no nearer place would do', () => {
    fc.assert(
      fc.property(
        evenly(15, 300),
        evenly(0.3, 3),
        evenly(4, 60),
        evenly(0, 3),
        evenly(0, 40),
        evenly(0, 40),
        (f, c, top, margin, rise, fall) => {
          const { withFootM, riseWithFootMm } = standOff({
            focalMm: f,
            cameraHeightM: c,
            topHeightM: top,
            sensorHeightMm: 36,
            marginMm: margin,
            mostRiseMm: rise,
            mostFallMm: fall,
          });
          if (withFootM === null || riseWithFootMm === null) return false;
          const { imageMm } = conjugates(f, withFootM);
          const see = (y: number) => projected(imageMm, riseWithFootMm, 0, [0, y - c, withFootM])[1];
          const inside =
            see(top) <= 18 - margin + 1e-6 &&
            see(0) >= -(18 - margin) - 1e-6 &&
            riseWithFootMm <= rise + 1e-6 &&
            riseWithFootMm >= -fall - 1e-6;
          const nearer = riseForHeight({
            focalMm: f,
            distanceM: withFootM * 0.995,
            cameraHeightM: c,
            topHeightM: top,
            sensorHeightMm: 36,
            marginMm: margin,
          });
          const feasible =
            nearer.riseForTopMm <= Math.min(rise, nearer.highestRiseKeepingFootMm) && nearer.highestRiseKeepingFootMm >= -fall;
          return inside && !feasible;
        },
      ),
    );
  });

  test('midway up, rise and fall are even', () => {
    const c = evenHeightM(31);
    const { riseForTopMm, highestRiseKeepingFootMm } = riseForHeight({
      focalMm: 24,
      distanceM: 40,
      cameraHeightM: c,
      topHeightM: 31,
      sensorHeightMm: 36,
      marginMm: 0,
    });
    expect(riseForTopMm).toBeCloseTo(-highestRiseKeepingFootMm, 9);
  });
});

describe('how level is level enough', () => {
  test('a tenth of a degree parts an edge upright by what the keystone says, and the tolerance parts it by what is accepted', () => {
    fc.assert(
      fc.property(evenly(15, 300), evenly(0.5, 20), (v, accepted) => {
        const said = levelTolerance({
          imageMm: v,
          sensorWidthMm: 36,
          sensorHeightMm: 24,
          columnsPx: 8256,
          printWidthMm: 400,
          acceptedPx: accepted,
        });
        const tenth = keystone({ imageMm: v, sensorWidthMm: 36, sensorHeightMm: 24, columnsPx: 8256, pitchDeg: 0.1 });
        fc.pre(said.pitchDeg < 10);
        const at = keystone({ imageMm: v, sensorWidthMm: 36, sensorHeightMm: 24, columnsPx: 8256, pitchDeg: said.pitchDeg });
        return Math.abs(said.pitchTenthPx - tenth.convergencePx) < 1e-6 && Math.abs(at.convergencePx - accepted) < 1e-6;
      }),
    );
  });

  test('on the print everything is as much larger as the print is', () => {
    const said = levelTolerance({ imageMm: 24, sensorWidthMm: 36, sensorHeightMm: 24, columnsPx: 8256, printWidthMm: 360, acceptedPx: 1 });
    expect(said.rollTenthPrintMm).toBeCloseTo(360 * Math.tan(Math.PI / 1800), 9);
    expect(said.pitchTenthPrintMm).toBeCloseTo((said.pitchTenthPx / 8256) * 360, 9);
    // One pixel in 8256 across the width is 0.0069°.
    expect(said.rollDeg).toBeCloseTo(0.00694, 5);
  });
});

import { FIELD_RIG, SMALL_FORMAT_RIG } from '@gangway/contract/demo';
import { centredSetup } from '@gangway/core/planning/centred';
import { shiftLimitMm } from '@gangway/core/coverage/shiftLimit';
import { apertureRingOf, circlesOf, contourOf, opticalEnds, rulerOf, shiftScaleOf, slideEnds } from './selectors';
import { checksOf } from './checksOf';

const settings = centredSetup(SMALL_FORMAT_RIG);
const moved = { ...settings, movements: { riseMm: 5, shiftMm: 1 } };

describe('what follows from a setup', () => {
  test('a drag computes neither circles nor contour nor shift scale again, and the checks it does', () => {
    expect(circlesOf(moved)).toBe(circlesOf(settings));
    expect(contourOf(moved)).toBe(contourOf(settings));
    expect(shiftScaleOf(moved)).toBe(shiftScaleOf(settings));
    expect(checksOf(moved)).not.toBe(checksOf(settings));
  });

  test('another aperture does', () => {
    const stopped = { ...settings, fNumber: 11 };
    expect(contourOf(stopped)).not.toBe(contourOf(settings));
    expect(circlesOf(stopped).sharp?.diameterMm).toBe(64);
  });

  test('the bar under the aperture ring stands where the frame as it is would be covered', () => {
    const { ring, holds } = apertureRingOf({ ...settings, movements: { riseMm: 11, shiftMm: 0 } });
    const first = ring[holds.indexOf(true)] ?? NaN;
    // Landscape and 11 mm of rise need √(18² + 23²)·2 = 58.4 mm of circle: between f/5.6 (57) and f/8 (61).
    expect(first).toBeGreaterThan(5.6);
    expect(first).toBeLessThanOrEqual(8);
    expect(holds.slice(holds.indexOf(true)).every((each) => each === true)).toBe(true);
  });

  test('brackets of a scale are where the contour crosses that movement, and go when nothing holds', () => {
    expect(opticalEnds(settings, 'rise')?.maxMm).toBeCloseTo(shiftLimitMm({ widthMm: 36, heightMm: 24 }, 61, 90) ?? NaN, 9);
    expect(opticalEnds({ ...settings, movements: { riseMm: 0, shiftMm: 40 } }, 'rise')).toBeNull();
    const locked = {
      ...settings,
      rig: { ...SMALL_FORMAT_RIG, mechanism: { kind: 'line' as const, angleDeg: 90, forwardMm: 9, backMm: 9 } },
    };
    expect(slideEnds(locked)?.maxMm).toBeCloseTo(opticalEnds(settings, 'rise')?.maxMm ?? NaN, 9);
    expect(slideEnds(settings)).toBeNull();
  });

  test('a ruler is engraved for the whole travel, also when its ends are unknown', () => {
    expect(rulerOf(FIELD_RIG.mechanism, 'rise')).toEqual({ minMm: -25, maxMm: 40 });
    expect(rulerOf({ kind: 'unknown' }, 'shift')).toEqual({ minMm: -30, maxMm: 30 });
  });
});

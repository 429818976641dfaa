import fc from 'fast-check';
import { gapFor, heldAt, heldLens, heldTable, heldTilt, heldVerdict } from './heldLens';
import { heldSentence } from './heldSentence';
import { body, lens } from './parts.test-support';
import { evenly } from '../evenly.test-support';

const medium = {
  focalMm: 80,
  lensFlangeDistanceMm: 70,
  bodyFlangeDistanceMm: 18,
  throatMm: 52,
  barrelDepthMm: 4,
  barrelWidthMm: 44,
  flangeWidthMm: 68,
};

/** The outline of flange and barrel from the side, tilted about the middle of the flange a gap before the body's plane. */
function touches(
  {
    flangeWidthMm: w,
    barrelWidthMm: b,
    barrelDepthMm: t,
    throatMm: d,
  }: { flangeWidthMm: number; barrelWidthMm: number; barrelDepthMm: number; throatMm: number },
  gap: number,
  deg: number,
): boolean {
  const a = (deg * Math.PI) / 180;
  // Along the lens forward +, across up +; the body's plane is at −gap.
  const turn = ([along, across]: readonly [number, number]): readonly [number, number] => [
    along * Math.cos(a) - across * Math.sin(a),
    along * Math.sin(a) + across * Math.cos(a),
  ];
  for (let i = -400; i <= 400; i++) {
    const [along] = turn([0, (i / 800) * w]);
    if (along < -gap - 1e-9) return true;
  }
  for (const side of [-b / 2, b / 2]) {
    for (let i = 0; i <= 400; i++) {
      const [along, across] = turn([(-i / 400) * t, side]);
      if (along < -gap - 1e-9 && along > -gap - 0.1 && Math.abs(across) > d / 2 + 0.02) return true;
    }
  }
  return false;
}

describe('a lens held by hand', () => {
  test('tilts as far as its outline, turned point by point, stays clear of the body', () => {
    fc.assert(
      fc.property(evenly(1, 60), evenly(50, 80), (gap, flangeWidthMm) => {
        const shape = { ...medium, flangeWidthMm, barrelDepthMm: 0 };
        const deg = heldTilt(shape, gap);
        if (deg === null || deg > 80) return deg !== null;
        return !touches(shape, gap, deg - 0.05) && touches(shape, gap, deg + 0.3);
      }),
    );
    // A barrel that reaches into the throat is stopped by its rim before the flange is.
    const deep = { ...medium, barrelDepthMm: 30, barrelWidthMm: 46 };
    const free = heldTilt(deep, 10) ?? NaN;
    expect(free).toBeLessThan(heldTilt({ ...deep, barrelWidthMm: 30 }, 10) ?? 0);
    expect(touches(deep, 10, free - 0.3)).toBe(false);
    expect(touches(deep, 10, free + 0.6)).toBe(true);
  });

  test('focuses at infinity at the difference of the flange distances, and nearer by f²/x beyond it', () => {
    expect(gapFor(medium, null)).toBe(52);
    expect(heldAt(medium, 52)).toMatchObject({ extensionMm: 0, distanceM: null });
    // 80 + 80²/4 = 1680 mm.
    expect(heldAt(medium, 56).distanceM).toBeCloseTo(1.68, 9);
    expect(heldAt(medium, 40).extensionMm).toBe(-12);
    expect(heldAt(medium, gapFor(medium, 2.5)).distanceM).toBeCloseTo(2.5, 9);
    expect(heldTable(medium).map(({ gapMm }) => gapMm)).toEqual([52, 54, 56, 58, 60, 62]);
  });

  test('nothing is said of the angle while the flange’s width is unknown', () => {
    expect(heldTilt({ ...medium, flangeWidthMm: null }, 52)).toBeNull();
    expect(heldTilt({ ...medium, barrelDepthMm: 60, throatMm: null }, 20)).toBeNull();
    expect(heldTilt({ ...medium, barrelDepthMm: 60, barrelWidthMm: 60 }, 20)).toBe(0);
    const asked = heldLens({ kind: 'held', back: body(), lens: lens({ flangeDistanceMm: null }), front: [] });
    expect(asked.known ? [] : asked.asks.map(({ spec }) => spec)).toEqual(['flangeDistanceMm', 'barrelDepthMm']);
  });

  test('which lenses are worth it', () => {
    expect(heldVerdict(50, 44.5, 18).suits).toBe('well');
    expect(heldVerdict(50, 18, 18)).toMatchObject({ suits: 'not' });
    // 18 − 14 = 4 mm too far out of 50 mm: 50·(1 + 50/4) = 675 mm.
    expect(heldSentence(heldVerdict(50, 14, 18))).toContain('0.68 m');
    expect(heldVerdict(135, 44.5, 18).suits).toBe('somewhat');
    expect(heldVerdict(null, 44.5, 18).suits).toBe('unknown');
  });
});

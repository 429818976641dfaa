import fc from 'fast-check';
import { evenly } from '../../evenly.test-support';
import { frontVerdict } from '../verdicts/shading';
import { passedShare } from './passed';
import { itemOf } from '../../kit/item';
import { adapter, lens, mounted } from '../parts.test-support';
import { farthestCorner, fieldOf } from './farCorner';
import { clearingThread, frontStack, rimsOf, stackLimit, stackShade, STANDARD_THREADS_MM } from './frontStack';
import { throatShade, throatShading } from './throat';

const filter = (threadMm: number, clearMm: number, heightMm = 6) =>
  itemOf('filter', `f${threadMm}`, `${threadMm} mm filter`, { threadMm, clearMm, heightMm });
const ring = (threadMm: number, frontThreadMm: number) => itemOf('ring', 'ring', 'ring', { threadMm, frontThreadMm, heightMm: 3 });
const shiftWide = lens({
  focalMm: 24,
  widestFNumber: 3.5,
  smallestFNumber: 22,
  imageCircleMm: 67,
  pupilDepthMm: 20,
  filterThreadMm: 77,
  slides: 'rotating',
  travelMm: 12,
});

const WIDE = {
  frame: { widthMm: 36, heightMm: 24 },
  mechanism: { kind: 'disc', radiusMm: 12 },
  imageCircleMm: 67,
  focalMm: 24,
  tilt: { kind: 'none' },
} as const;

/** The share of the rays toward one corner of the picture that passes every rim, by counting them. */
function passing(rims: readonly { clearMm: number; heightMm: number }[], depthMm: number, openingMm: number, fieldDeg: number): number {
  const slope = Math.tan((fieldDeg * Math.PI) / 180);
  let all = 0;
  let through = 0;
  for (let i = -60; i <= 60; i++) {
    for (let j = -60; j <= 60; j++) {
      const [x, y] = [(i / 60) * (openingMm / 2), (j / 60) * (openingMm / 2)];
      if (Math.hypot(x, y) > openingMm / 2) continue;
      all++;
      if (rims.every(({ clearMm, heightMm }) => Math.hypot(x + slope * (depthMm + heightMm), y) <= clearMm / 2)) through++;
    }
  }
  return through / all;
}

describe('what is screwed on in front', () => {
  test('its verdict agrees with a count of rays through every rim', () => {
    let seen = 0;
    for (const clear of [40, 52, 60, 70, 78, 90, 110]) {
      for (const fNumber of [2.8, 5.6, 16]) {
        for (const deg of [20, 40, 52]) {
          const parts = mounted({ lens: shiftWide, front: [filter(77, clear), filter(77, clear + 2, 5)] });
          const stack = frontStack(parts);
          if (!stack.known) throw new Error('unknown');
          const share = passing(stack.value.rims, 20, 24 / fNumber, deg);
          const shade = stackShade(stack.value, fNumber, deg);
          seen++;
          if (shade === 'clear') expect(share).toBe(1);
          if (shade === 'shades') expect(share).toBeLessThan(1.0001);
          // Two rims one behind the other take a little more than the worse of them alone.
          if (shade === 'shades') expect(share).toBeGreaterThan(0.45);
          if (shade === 'cuts') expect(share).toBeLessThan(0.51);
          if (share === 1) expect(shade).not.toBe('cuts');
        }
      }
    }
    expect(seen).toBe(63);
  });

  test('the limit of shift is where the first ray of a corner is lost', () => {
    const parts = mounted({ lens: shiftWide, front: [filter(77, 78)] });
    const stack = frontStack(parts);
    if (!stack.known) throw new Error('unknown');
    const limit = stackLimit(parts, stack.value, 3.5);
    expect(limit).toBeGreaterThan(0);
    expect(limit).toBeLessThan(12);
    const at = (mm: number) => fieldOf(farthestCorner({ ...WIDE, mostMm: mm }).cornerMm, 24);
    expect(passing(stack.value.rims, 20, 24 / 3.5, at((limit ?? 0) - 0.05))).toBe(1);
    expect(passing(stack.value.rims, 20, 24 / 3.5, at((limit ?? 0) + 0.6))).toBeLessThan(1);
  });

  test('the thread said to clear does, and the next smaller standard one does not', () => {
    const parts = mounted({ lens: shiftWide, front: [filter(77, 73)] });
    const stack = frontStack(parts);
    if (!stack.known) throw new Error('unknown');
    const far = farthestCorner(WIDE);
    const deg = fieldOf(far.cornerMm, 24);
    const thread = clearingThread(parts, stack.value, deg);
    const worn = (mm: number) => passing([{ clearMm: mm - 4, heightMm: 9 }], 20, 24 / 3.5, deg);
    expect(thread).not.toBeNull();
    expect(worn(thread ?? 0)).toBe(1);
    expect(worn(STANDARD_THREADS_MM[STANDARD_THREADS_MM.indexOf(thread as 77) - 1] ?? 0)).toBeLessThan(1);
  });

  test('a ring carries the filter out, and a missing height is asked for', () => {
    expect(rimsOf([ring(77, 95), filter(95, 91)])).toEqual({ known: true, value: [{ name: '95 mm filter', clearMm: 91, heightMm: 9 }] });
    const blank = itemOf('filter', 'x', 'odd filter', { threadMm: 77 });
    const rims = rimsOf([blank]);
    expect(rims.known).toBe(false);
    if (!rims.known) expect(rims.asks.map(({ spec }) => spec)).toEqual(['heightMm', 'clearMm']);
  });
});

describe('the throat', () => {
  test('agrees with rays traced from the exit pupil to the corner', () => {
    const pupil = { distanceMm: 60, radiusMm: 12 };
    for (const [clearMm, side] of [
      [30, 'back'],
      [36, 'back'],
      [42, 'lens'],
      [42, 'back'],
      [50, 'lens'],
      [50, 'back'],
      [60, 'lens'],
    ] as const) {
      for (const shift of [0, 6, 12, 18]) {
        const axis = [-shift, 0] as const;
        for (const corner of [
          [18, 12],
          [-18, 12],
        ] as const) {
          let all = 0;
          let through = 0;
          for (let i = -50; i <= 50; i++) {
            for (let j = -50; j <= 50; j++) {
              const [px, py] = [(i / 50) * pupil.radiusMm, (j / 50) * pupil.radiusMm];
              if (Math.hypot(px, py) > pupil.radiusMm) continue;
              all++;
              // From the pupil, 60 mm out, to the corner on the sensor; the throat stands 18 mm out.
              const t = 18 / 60;
              const [x, y] = [corner[0] + (axis[0] + px - corner[0]) * t, corner[1] + (axis[1] + py - corner[1]) * t];
              const centre = side === 'lens' ? -shift : 0;
              if (Math.hypot(x - centre, y) <= clearMm / 2) through++;
            }
          }
          const share = through / all;
          const shade = throatShade({ clearMm, beforeSensorMm: 18, with: side }, corner, axis, pupil);
          if (shade === 'clear') expect(share).toBe(1);
          if (shade === 'shades') expect(share).toBeLessThan(1);
          if (shade === 'cuts') expect(share).toBeLessThan(0.51);
          if (shade === 'shades') expect(share).toBeGreaterThan(0.49);
        }
      }
    }
  });

  test('a shifted lens is shaded sooner, and how far it is clear is said', () => {
    const tight = mounted({ lens: { ...shiftWide, specs: { ...shiftWide.specs, focalMm: 60 } } });
    const wide = throatShading(tight);
    expect(wide).toMatchObject({ known: true, value: { shade: 'clear', pupilAssumed: true } });
    const narrow = throatShading({ ...tight, back: { ...tight.back, specs: { ...tight.back.specs, throatMm: 40 } } });
    if (!narrow?.known) throw new Error('unknown');
    expect(narrow.value.shade).not.toBe('clear');
    expect(narrow.value.clearToMm ?? 0).toBeLessThan(12);
  });

  test('tilted about a pivot behind it the lens carries its exit pupil aside, so that a throat that was clear shades', () => {
    const of = (tilts: 'none' | 'both', throatMm: number) => {
      const parts = mounted({
        lens: { ...shiftWide, specs: { ...shiftWide.specs, focalMm: 60, tilts, tiltDeg: 8.5, tiltLock: 'free', pivotMm: 40 } },
      });
      const found = throatShading({ ...parts, back: { ...parts.back, specs: { ...parts.back.specs, throatMm } } });
      return found?.known === true ? found.value.shade : null;
    };
    const between = Array.from({ length: 40 }, (_, i) => 40 + i).filter((mm) => of('none', mm) === 'clear' && of('both', mm) !== 'clear');
    // 40·sin 8.5° = 5.9 mm aside at the pupil, of which the throat sees a share.
    expect(between.length).toBeGreaterThan(0);
    expect(of('both', 90)).toBe('clear');
  });

  test('an adapter with a narrow opening is named, one whose opening is unknown leaves it open', () => {
    const far = lens({ focalMm: 80, flangeDistanceMm: 70, mount: 'long', imageCircleMm: 90 });
    const tube = (throatMm: number | null) =>
      mounted({ lens: far, between: [adapter({ lensFlangeDistanceMm: 70, throatMm, slides: 'rotating', travelMm: 10 }, 'tube')] });
    expect(throatShading(tube(20))).toMatchObject({ known: true, value: { opening: 'adapter', name: 'tube' } });
    expect(throatShading(tube(null))).toMatchObject({ known: false, asks: [{ itemName: 'tube', spec: 'throatMm' }] });
  });
});

describe('a tilted lens in front of filters', () => {
  test('looks farther aside for a corner, so that a filter that cleared it no longer does', () => {
    const tilt = { kind: 'mount', by: 'hand', maxDeg: 8.5, oneWay: false, lock: 'free', stepDeg: null } as const;
    const open = { ...WIDE, imageCircleMm: null };
    const [straight, tilted] = [farthestCorner(open), farthestCorner({ ...open, tilt })];
    // Free to turn, it tilts straight away from the corner: the angles add up.
    expect(tilted.fieldDeg).toBeCloseTo(straight.fieldDeg + 8.5, 9);
    const needed = (fieldDeg: number) => 2 * (26 * Math.tan((fieldDeg * Math.PI) / 180) + 24 / 3.5 / 2);
    const clear = (needed(straight.fieldDeg) + needed(tilted.fieldDeg)) / 2;
    expect(passing([{ clearMm: clear, heightMm: 6 }], 20, 24 / 3.5, straight.fieldDeg)).toBe(1);
    expect(passing([{ clearMm: clear, heightMm: 6 }], 20, 24 / 3.5, tilted.fieldDeg)).toBeLessThan(1);
    const parts = (tilts: 'none' | 'both') =>
      mounted({
        lens: { ...shiftWide, specs: { ...shiftWide.specs, imageCircleMm: 130, tilts, tiltDeg: 8.5, tiltLock: 'free' } },
        front: [filter(Math.round(clear) + 4, clear)],
      });
    const state = (tilts: 'none' | 'both') => frontVerdict.evaluate(parts(tilts))?.state;
    expect(state('none')).toBe('passes');
    expect(state('both')).not.toBe('passes');
  });

  test('a lock keeps the tilt along the shift or across it, by the angle of the rays', () => {
    const of = (lock: 'parallel' | 'crossed' | 'free') =>
      farthestCorner({ ...WIDE, imageCircleMm: null, tilt: { kind: 'mount', by: 'hand', maxDeg: 8.5, oneWay: false, lock, stepDeg: null } })
        .fieldDeg;
    const straight = farthestCorner({ ...WIDE, imageCircleMm: null }).fieldDeg;
    expect(of('parallel')).toBeGreaterThan(straight);
    expect(of('parallel')).toBeLessThanOrEqual(of('free') + 1e-9);
    expect(of('crossed')).toBeLessThan(of('free'));
  });

  test('what is beyond the image circle is dark anyway', () => {
    const tilt = { kind: 'mount', by: 'hand', maxDeg: 8.5, oneWay: false, lock: 'free', stepDeg: null } as const;
    expect(farthestCorner({ ...WIDE, tilt }).fieldDeg).toBeCloseTo((Math.atan(33.5 / 24) * 180) / Math.PI, 1);
  });
});

test('the share that passes a round rim is what a count of points finds', () => {
  fc.assert(
    fc.property(evenly(5, 40), evenly(0, 60), evenly(2, 30), (rim, aside, pupil) => {
      let [all, through] = [0, 0];
      for (let x = -pupil; x <= pupil; x += pupil / 150)
        for (let y = -pupil; y <= pupil; y += pupil / 150) {
          if (Math.hypot(x, y) > pupil) continue;
          all++;
          if (Math.hypot(x - aside, y) <= rim) through++;
        }
      return Math.abs(passedShare(rim, aside, pupil) - through / all) < 0.01;
    }),
    { numRuns: 60 },
  );
});

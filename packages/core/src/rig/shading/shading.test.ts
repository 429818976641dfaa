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
          if (shade === 'cuts') expect(share).toBeLessThan(0.53);
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
    const at = (mm: number) => fieldOf(farthestCorner({ widthMm: 36, heightMm: 24 }, { kind: 'disc', radiusMm: 12 }, 67, mm).cornerMm, 24);
    expect(passing(stack.value.rims, 20, 24 / 3.5, at((limit ?? 0) - 0.05))).toBe(1);
    expect(passing(stack.value.rims, 20, 24 / 3.5, at((limit ?? 0) + 0.6))).toBeLessThan(1);
  });

  test('the thread said to clear does, and the next smaller standard one does not', () => {
    const parts = mounted({ lens: shiftWide, front: [filter(77, 73)] });
    const stack = frontStack(parts);
    if (!stack.known) throw new Error('unknown');
    const far = farthestCorner({ widthMm: 36, heightMm: 24 }, { kind: 'disc', radiusMm: 12 }, 67);
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
          if (shade === 'cuts') expect(share).toBeLessThan(0.55);
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

  test('an adapter with a narrow opening is named, one whose opening is unknown leaves it open', () => {
    const far = lens({ focalMm: 80, flangeDistanceMm: 70, mount: 'long', imageCircleMm: 90 });
    const tube = (throatMm: number | null) =>
      mounted({ lens: far, between: [adapter({ lensFlangeDistanceMm: 70, throatMm, slides: 'rotating', travelMm: 10 }, 'tube')] });
    expect(throatShading(tube(20))).toMatchObject({ known: true, value: { opening: 'adapter', name: 'tube' } });
    expect(throatShading(tube(null))).toMatchObject({ known: false, asks: [{ itemName: 'tube', spec: 'throatMm' }] });
  });
});

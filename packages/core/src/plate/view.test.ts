import { seenThroughRig } from './view';

const AHEAD = { yawDeg: 0, pitchDeg: 0, rollDeg: 0 };
const GREYS = [40, 80, 120, 200];
const rgb = new Uint8Array(Array.from({ length: 2 }, () => GREYS.flatMap((grey) => [grey, grey, grey])).flat());
const PICTURE = { widthPx: 4, heightPx: 2, rgb };
/** The one pixel of a frame so small that it looks in one direction. */
const seen = (plate: Parameters<typeof seenThroughRig>[1]['plate'], yawDeg: number, shiftMm = 0) =>
  seenThroughRig(
    PICTURE,
    { plate, held: AHEAD },
    { rig: { turned: { ...AHEAD, yawDeg }, imageMm: 100, riseMm: 0, shiftMm }, frame: { widthMm: 0.001, heightMm: 0.001 } },
    1,
  );

describe('a photograph through a rig', () => {
  test('a whole sphere goes on round its edge: straight behind lies between its last column and its first', () => {
    const sphere = { kind: 'sphere', widthPx: 4, heightPx: 2 } as const;
    // Columns of 90°, their middles at ±45° and ±135°.
    expect(seen(sphere, 45).picture.rgb[0]).toBe(120);
    expect(seen(sphere, -135).picture.rgb[0]).toBe(40);
    expect(seen(sphere, 0).picture.rgb[0]).toBe(100);
    expect(seen(sphere, 180).picture.rgb[0]).toBe(120);
    expect(seen(sphere, 180).covered).toBe(1);
  });

  test('a flat one ends at its edge, to the shift at which it does', () => {
    const flat = { kind: 'flat', widthPx: 4, heightPx: 2, focalPx: 4 } as const;
    // Half of 4 px at a focal length of 4 px: the edge lies at 50 of 100 mm.
    expect(seen(flat, 0, 49.9)).toMatchObject({ covered: 1 });
    expect(seen(flat, 0, 50.1)).toMatchObject({ covered: 0 });
    expect(seen(flat, 180)).toMatchObject({ covered: 0 });
    // Beyond the middle of its last pixel there is nothing to interpolate with.
    expect(seen(flat, 0, 45).picture.rgb[0]).toBe(200);
  });

  test('has the proportions of the frame, and at least one row', () => {
    const rig = { turned: AHEAD, imageMm: 30, riseMm: 0, shiftMm: 0 };
    const plate = { kind: 'flat', widthPx: 4, heightPx: 2, focalPx: 4 } as const;
    const sizeOf = (widthMm: number, heightMm: number, widthPx: number) => {
      const { picture } = seenThroughRig(PICTURE, { plate, held: AHEAD }, { rig, frame: { widthMm, heightMm } }, widthPx);
      expect(picture.rgb).toHaveLength(3 * picture.widthPx * picture.heightPx);
      return [picture.widthPx, picture.heightPx];
    };
    expect(sizeOf(36, 24, 30)).toEqual([30, 20]);
    expect(sizeOf(24, 36, 30)).toEqual([30, 45]);
    expect(sizeOf(100, 1, 30)).toEqual([30, 1]);
    // Half of it in each direction is there: a quarter.
    const quarter = seenThroughRig(PICTURE, { plate, held: AHEAD }, { rig, frame: { widthMm: 60, heightMm: 30 } }, 40);
    expect(quarter.covered).toBeCloseTo(0.25, 9);
  });
});

test('where a photograph ends another one goes on, and hatching only where none does', () => {
  const plate = { kind: 'flat', widthPx: 4, heightPx: 2, focalPx: 4 } as const;
  const rig = { turned: AHEAD, imageMm: 40, riseMm: 0, shiftMm: 0 };
  // Of 40 × 20 mm it covers each; one is turned by as much as it is wide, so that they meet.
  const aside = { ...AHEAD, yawDeg: (2 * Math.atan(0.5) * 180) / Math.PI };
  const frame = { widthMm: 90, heightMm: 16 };
  const [alone, right] = [AHEAD, aside].map((held) => seenThroughRig(PICTURE, { plate, held }, { rig, frame }, 90));
  if (!alone || !right) throw new Error('nothing is drawn');
  const both = seenThroughRig(PICTURE, { plate, held: AHEAD }, { rig, frame, beyond: right }, 90);
  for (let i = 0; i < alone.covers.length; i++) {
    const own = alone.covers[i] === 1;
    expect(both.covers[i]).toBe(own || right.covers[i] === 1 ? 1 : 0);
    expect(both.picture.rgb[3 * i]).toBe((own ? alone : right).picture.rgb[3 * i]);
  }
  expect(both.covered).toBeGreaterThan(alone.covered + 0.2);
  expect(both.covered).toBeLessThan(1);
});

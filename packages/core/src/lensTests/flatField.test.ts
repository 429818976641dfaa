import { flatField } from './flatField';
import { luminance } from './flatFrame';
import { lightByLaw, simulatedWall } from './simulatedWall';
import type { LightAtAperture } from './light';

const LENS = lightByLaw({
  focalMm: 28,
  imageCircleMm: 70,
  axisOffMm: [0, 0],
  vignettingStops: 1.2,
  clearsInStops: 2,
  widestFNumber: 4,
  tintStops: 0.1,
});
const heightsMm = Array.from({ length: 61 }, (_, i) => i / 2);
const AT: LightAtAperture = {
  fNumber: 4,
  heightsMm,
  lost: heightsMm.map((mm) => LENS.lostStops(mm, 4)),
  doubt: heightsMm.map(() => 0),
  redder: heightsMm.map(LENS.redder),
  bluer: heightsMm.map(LENS.bluer),
  edge: null,
  unevenStops: 0,
};
const FRAME = { widthMm: 36, heightMm: 24 };

test('is what the lens draws of an even wall, up to the exposure', () => {
  const [widthPx, heightPx] = [90, 60];
  const position = { riseMm: 3, shiftMm: -5 };
  const drawn = flatField(AT, position, FRAME, widthPx);
  const wall = simulatedWall(
    LENS,
    { fNumber: 4, ...position, exposure: 0.8, slope: [0, 0], noise: 0, seed: 1 },
    { ...FRAME, widthPx, heightPx },
  );
  expect([drawn?.widthPx, drawn?.heightPx]).toEqual([widthPx, heightPx]);
  const off = Array.from({ length: wall.values.length }, (_, i) => Math.abs((drawn?.values[i] ?? NaN) - (wall.values[i] ?? NaN)));
  expect(Math.max(...off)).toBeLessThan(0.003);
});

test('follows the axis where the circle was found off centre', () => {
  const edge = { radiusMm: 35, doubtMm: 0.1, middleMm: [6, 0] as const, middleDoubtMm: 0.1, sectors: 16 };
  const drawn = flatField({ ...AT, edge }, { riseMm: 0, shiftMm: 0 }, FRAME, 91);
  if (!drawn) throw new Error('nothing was drawn');
  const row = Array.from({ length: 91 }, (_, x) => {
    const i = 3 * (30 * 91 + x);
    return luminance([drawn.values[i] ?? 0, drawn.values[i + 1] ?? 0, drawn.values[i + 2] ?? 0]);
  });
  // Six of 36 mm right of the middle.
  expect(row.indexOf(Math.max(...row))).toBeCloseTo(45 + (6 / 36) * 91, -1);
});

test('is not made up where the corners lie farther out than was measured', () => {
  expect(flatField(AT, { riseMm: 0, shiftMm: 15 }, FRAME, 30)).toBeNull();
});

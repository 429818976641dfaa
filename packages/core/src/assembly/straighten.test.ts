import { toFrame, type GeometryFrame, type LaidFrame } from './frameGeometry';
import { splinePicture } from './picture.test-support';
import { rowsFor, straightening, straightRows } from './straighten';

const [WIDE, HIGH] = [420, 300];
const picture = splinePicture(4);

/** A frame of the known picture, turned, scaled and distorted, in 16 bits. */
function taken(frame: GeometryFrame, laid: LaidFrame, distortion: number): Uint16Array {
  const samples = new Uint16Array(3 * WIDE * HIGH);
  // The way to the common picture, by looking for the place that comes back here.
  for (let y = 0; y < HIGH; y++)
    for (let x = 0; x < WIDE; x++) {
      let at = { x: laid.middle.x + x + 0.5 - WIDE / 2, y: laid.middle.y + y + 0.5 - HIGH / 2 };
      for (let round = 0; round < 12; round++) {
        const there = toFrame(frame, laid, distortion, at);
        at = { x: at.x + x + 0.5 - there.x, y: at.y + y + 0.5 - there.y };
      }
      samples.fill(Math.round(65_535 * picture(at.x, at.y)), 3 * (y * WIDE + x), 3 * (y * WIDE + x) + 3);
    }
  return samples;
}

test.each([
  [0, 1, 0],
  [0.3, 1, 0],
  [0, 1.004, 0],
  [0, 1, -0.01],
  [-0.25, 0.997, 0.008],
])('a frame turned by %p°, %p times as large and distorted by %p is drawn as if it were only shifted', (turnedDeg, scale, distortion) => {
  const frame: GeometryFrame = { width: WIDE, height: HIGH, foot: { x: 230, y: 120 }, rough: { x: 0, y: 0 } };
  const laid = { middle: { x: 300.3, y: 220.6 }, turnedDeg, scale };
  const source = taken(frame, laid, distortion);
  const straight = straightening(frame, laid, distortion);
  // Little is lost: what the turn leaves empty, and two pixels all around.
  expect(straight.width).toBeGreaterThan(WIDE - 16);
  expect(straight.height).toBeGreaterThan(HIGH - 16);
  let [sum, n] = [0, 0];
  for (let from = 0; from < straight.height; from += 37) {
    const to = Math.min(straight.height, from + 37);
    const { first, count } = rowsFor(straight, from, to);
    const out = new Uint16Array(3 * straight.width * (to - from));
    straightRows(straight, { first, rows: source.subarray(3 * WIDE * first, 3 * WIDE * (first + count)) }, out, [from, to]);
    for (let y = from; y < to; y++)
      for (let x = 0; x < straight.width; x++) {
        const off = (out[3 * ((y - from) * straight.width + x)] ?? 0) / 65_535 - picture(straight.left + x + 0.5, straight.top + y + 0.5);
        sum += off * off;
        n++;
      }
  }
  expect(Math.sqrt(sum / n)).toBeLessThan(0.003);
});

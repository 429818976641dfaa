import { rounded } from '../recorded.test-support';
import { numbersFrom } from '../capture/shots';
import { developedTile } from '../capture/develop';
import { blender, falloffAt, tablesFor, type Source } from './blend';
import { coarsePlace, likeness, shrunk } from './coarse';
import { measuredPatch, pairOf, patchPlaces } from './pair';
import { phasePeaks } from './phase';
import { evenedLight, placedTogether, type Link } from './place';
import { splinePicture, sampled } from './picture.test-support';
import { neighboursOf, wholeOf } from './plan';
import { cut, smoothed, spreadOf, type Plane } from './plane';
import { encodedOf, lightOf, lightRatio } from './refine';
import { seamsBetween, sharesOf, type Laid } from './seams';

// A record of what comes of four frames of a known picture on the way from
// files to the whole. It proves nothing right, as the tests beside each part do;
// it shows what a change moves. To record again: `npx jest recorded -u`.

const SIDE = { width: 260, height: 210 };
/** Where the four frames really lie; the second is lighter, the last has moved. */
const TRUTH = [
  { x: 0, y: 0 },
  { x: 168.4, y: 2.3 },
  { x: -1.7, y: 131.2 },
  { x: 170.1, y: 129.6 },
];
const LIGHT = [1, 1.15, 0.9, 1];
const PLAN = [
  { x: 0, y: 0 },
  { x: 170, y: 0 },
  { x: 0, y: 130 },
  { x: 170, y: 130 },
];

const picture = splinePicture(12);
const frames: readonly Plane[] = TRUTH.map(({ x, y }, f) =>
  sampled((u, v) => encodedOf(Math.min(1, lightOf(picture(u, v)) * (LIGHT[f] ?? 1))), x, y, SIDE.width, SIDE.height, 0.006, f),
);
const frame = (f: number): Plane => {
  const found = frames[f];
  if (!found) throw new Error('there are four frames');
  return found;
};
const planned: readonly Laid[] = PLAN.map(({ x, y }) => ({ left: x, top: y, ...SIDE }));
const neighbours = neighboursOf(planned);

const PATCH_PX = 44;
/** What is found between two neighbours. */
function between({ a, b, along }: (typeof neighbours)[number]) {
  const overlap = {
    left: Math.max(0, along.x),
    top: Math.max(0, along.y),
    right: Math.min(SIDE.width, SIDE.width + along.x),
    bottom: Math.min(SIDE.height, SIDE.height + along.y),
  };
  return patchPlaces(overlap, PATCH_PX, 12).map(({ x, y }) => {
    const [left, top] = [x - PATCH_PX / 2, y - PATCH_PX / 2];
    const size = { width: PATCH_PX, height: PATCH_PX };
    return measuredPatch(
      cut({ plane: frame(a), left, top, ...size }),
      cut({ plane: frame(b), left: left - along.x, top: top - along.y, ...size }),
      { x, y },
      9,
    );
  });
}

test('neighbours, patches and pairs', () => {
  expect(
    rounded(neighbours.map((each) => ({ ...each, patches: between(each), pair: pairOf(between(each), each.along) }))),
  ).toMatchSnapshot();
});

test('places and light of all frames together', () => {
  const found = neighbours.map((each) => ({ ...each, pair: pairOf(between(each), each.along) }));
  const links = found.flatMap(({ a, b, along, pair }): readonly Link[] =>
    pair.offset === null ? [] : [{ a, b, offset: { x: along.x + pair.offset.x, y: along.y + pair.offset.y }, knows: [300, 10, 200] }],
  );
  expect(links.length).toBeGreaterThan(3);
  expect(rounded(placedTogether(PLAN, links, 12))).toMatchSnapshot();
  expect(
    rounded(
      placedTogether(PLAN, [...links.slice(1), { ...(links[0] ?? { a: 0, b: 1, knows: [300, 10, 200] }), offset: { x: 90, y: 40 } }], 12),
    ),
  ).toMatchSnapshot();
  expect(
    rounded(
      evenedLight(
        4,
        found.map(({ a, b }, i) => ({ a, b, ratio: (LIGHT[a] ?? 1) / (LIGHT[b] ?? 1) + 0.01 * i, patches: i + 2 })),
      ),
    ),
  ).toMatchSnapshot();
});

test('coarse places, likeness, peaks and light between frames that are far off the plan', () => {
  const box = { least: { x: 120, y: -30 }, most: { x: 220, y: 30 } };
  expect(rounded(coarsePlace(frame(0), frame(1), box))).toMatchSnapshot();
  expect(rounded(coarsePlace(frame(0), frame(2), { least: { x: -30, y: 90 }, most: { x: 30, y: 170 } }))).toMatchSnapshot();
  expect(rounded([0, 4, 40].map((off) => likeness(frame(0), frame(1), { x: 168 + off, y: 2 - off / 2 })))).toMatchSnapshot();
  const [a, b] = [
    cut({ plane: frame(0), left: 150, top: 20, width: 96, height: 96 }),
    cut({ plane: frame(0), left: 155, top: 17, width: 96, height: 96 }),
  ];
  expect(rounded(phasePeaks(a, b, 3))).toMatchSnapshot();
  expect(rounded([2, 3].map((by) => spreadOf(shrunk(frame(3), by))))).toMatchSnapshot();
  expect(rounded(spreadOf(smoothed(frame(3), 2.5)))).toMatchSnapshot();
  expect(rounded(lightRatio({ a: frame(0), b: frame(3), dx: 3, dy: -2, margin: 20 }))).toMatchSnapshot();
});

test('seams, shares and the rows of the whole', () => {
  const laid = TRUTH.map(({ x, y }): Laid => ({ left: x + 1.7, top: y, ...SIDE }));
  const whole = wholeOf(laid);
  if (!whole) throw new Error('the frames have a whole picture in common');
  const canvas = { width: whole.left + whole.width, height: whole.top + whole.height };
  const cellPx = 12;
  const [columns, rows] = [Math.ceil(canvas.width / cellPx), Math.ceil(canvas.height / cellPx)];
  const unlike = Float32Array.from({ length: columns * rows }, (_, i) => 0.02 + 0.3 * Math.abs(Math.sin(i * 0.37)));
  const cells = seamsBetween({ frames: laid, canvas, cellPx, unlike, zones: [{ left: 190, top: 40, right: 240, bottom: 90 }] });
  const shares = sharesOf(laid, canvas, cells, 2);
  const multiply = Float32Array.from({ length: 6 }, (_, i) => 1 + 0.04 * i);
  const falloff = { kind: 'card', columns: 3, rows: 2, multiply, ...SIDE } as const;
  const tables = tablesFor(8);
  const sources = laid.map((each, f): Source => {
    const share = shares[f];
    if (!share) throw new Error('every frame has a share');
    return { laid: each, share, development: { gain: 1 / (LIGHT[f] ?? 1), falloff: f === 2 ? falloff : null } };
  });
  const { needs, band } = blender(canvas, cellPx, sources, tables);
  const files = frames.map(({ data }) =>
    Uint8Array.from({ length: 3 * data.length }, (_, i) => Math.round(255 * (data[Math.floor(i / 3)] ?? 0) * (1 - 0.2 * (i % 3)))),
  );
  const out = new Uint8Array(3 * canvas.width * canvas.height);
  for (let y = 0; y < canvas.height; y += 50) {
    const end = Math.min(canvas.height, y + 50);
    band(out.subarray(3 * canvas.width * y, 3 * canvas.width * end), y, end, (f) => {
      const need = needs(f, y, end);
      return (
        need && {
          first: need.first,
          rows: (files[f] ?? new Uint8Array(0)).subarray(3 * SIDE.width * need.first, 3 * SIDE.width * (need.first + need.count)),
        }
      );
    });
  }
  expect(
    rounded({ whole, cells, shares, needs: [needs(1, 0, 50), needs(2, 120, 170)], falloff: falloffAt(falloff, 77.3, 140) }),
  ).toMatchSnapshot();
  expect(rounded(out)).toMatchSnapshot();
});

test('light becomes samples of eight and of sixteen bits, with falloff, circle and noise', () => {
  const light = Float32Array.from({ length: 4 * 48 * 32 }, (_, i) => 0.02 + 0.9 * Math.abs(Math.sin(i * 0.013)));
  const sensor = { gain: 1.1, leftMm: -14, topMm: 9, pitchMm: 0.55, imageMm: 30, axis: [0.03, -0.05, 0.998] as const, lightAngle: 0.44 };
  for (const bits of [8, 16] as const)
    for (const random of [null, numbersFrom(5)])
      expect(
        rounded(developedTile({ light, columns: 48, rows: 32, left: 2, top: 1, sensor: { ...sensor, bits, random } })),
      ).toMatchSnapshot();
});

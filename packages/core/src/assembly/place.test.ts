import fc from 'fast-check';
import { evenedLight, placedTogether, type Link } from './place';
import { evenly } from '../evenly.test-support';

const grid = (columns: number, rows: number, x: number, y: number) =>
  Array.from({ length: columns * rows }, (_, i) => ({ x: (i % columns) * x, y: Math.floor(i / columns) * y }));
const SURE = [400, 0, 400] as const;

/** The neighbours of a grid, measured from true places. */
function linksOf(truth: readonly { x: number; y: number }[], columns: number): Link[] {
  const links: Link[] = [];
  truth.forEach((at, i) => {
    for (const j of [i % columns < columns - 1 ? i + 1 : -1, i + columns]) {
      const other = truth[j];
      if (other) links.push({ a: i, b: j, offset: { x: other.x - at.x, y: other.y - at.y }, knows: SURE });
    }
  });
  return links;
}

test('frames come to lie where they were, whatever the plan says, and a wrong link is found by the loops', () => {
  const error = evenly(-8, 8);
  fc.assert(
    fc.property(
      fc.array(fc.tuple(error, error), { minLength: 8, maxLength: 8 }),
      fc.integer({ min: 0, max: 9 }),
      error,
      (errors, which, by) => {
        const plan = grid(4, 2, 900, 1200);
        // The first one holds the whole.
        const truth = plan.map(({ x, y }, i) => (i === 0 ? { x, y } : { x: x + (errors[i]?.[0] ?? 0), y: y + (errors[i]?.[1] ?? 0) }));
        const links = linksOf(truth, 4);
        const bad = links[which];
        if (!bad) throw new Error('ten links');
        const wrong = 80 + Math.abs(by);
        const placed = placedTogether(
          plan,
          links.map((link, i) => (i === which ? { ...link, offset: { x: link.offset.x + wrong, y: link.offset.y } } : link)),
          30,
        );
        placed.at.forEach(({ x, y }, i) => {
          expect(Math.abs(x - (truth[i]?.x ?? 0))).toBeLessThan(0.15);
          expect(Math.abs(y - (truth[i]?.y ?? 0))).toBeLessThan(0.15);
        });
        expect(placed.links.map(({ leftOut }) => leftOut)).toEqual(links.map((_, i) => i === which));
        expect(placed.held.every(Boolean)).toBe(true);
      },
    ),
    { numRuns: 60, endOnFailure: true },
  );
});

test('a frame without detail stays where the plan puts it, and says so', () => {
  const plan = grid(3, 1, 900, 0);
  const placed = placedTogether(plan, [{ a: 0, b: 1, offset: { x: 905.3, y: 1.2 }, knows: SURE }], 30);
  expect(placed.at[1]?.x).toBeCloseTo(905.3, 1);
  expect(placed.at[2]).toEqual(expect.objectContaining({ x: expect.closeTo(1800, 3) as number }));
  expect(placed.held).toEqual([true, true, false]);
});

test('a link that knows only one direction moves nothing along the other', () => {
  const placed = placedTogether(grid(2, 1, 900, 0), [{ a: 0, b: 1, offset: { x: 990, y: 3 }, knows: [1e-6, 0, 400] }], 30);
  expect(placed.at[1]?.x).toBeCloseTo(900, 0);
  expect(placed.at[1]?.y).toBeCloseTo(3, 1);
});

test('light is evened by as much as it drifted, the whole keeping its exposure', () => {
  fc.assert(
    fc.property(fc.array(evenly(0.8, 1.25), { minLength: 8, maxLength: 8 }), (drift) => {
      const links = linksOf(grid(4, 2, 1, 1), 4).map(({ a, b }) => ({ a, b, ratio: (drift[a] ?? 1) / (drift[b] ?? 1), patches: 10 }));
      const gains = evenedLight(8, links);
      const evened = gains.map((gain, i) => gain * (drift[i] ?? 1));
      for (const each of evened) expect(each / (evened[0] ?? 1)).toBeCloseTo(1, 3);
      expect(gains.reduce((sum, gain) => sum + Math.log(gain), 0)).toBeCloseTo(0, 6);
    }),
  );
  expect(evenedLight(3, [])).toEqual([1, 1, 1]);
});

test('a frame is held by a measurement only where it is known in both directions, and through others that are held', () => {
  const plan = grid(4, 1, 900, 0);
  const offset = { x: 900, y: 0 };
  const link = (a: number, knows: Link['knows']): Link => ({ a, b: a + 1, offset, knows });
  // A smooth wall with one level edge says how high a frame lies, and nothing of how far along.
  const placed = placedTogether(plan, [link(0, SURE), link(1, [0, 0, 400]), link(2, SURE)], 30);
  expect(placed.held).toEqual([true, true, false, false]);
  expect(placedTogether(plan, [link(0, SURE), link(1, [400, 0, 0.5]), link(2, SURE)], 30).held).toEqual([true, true, false, false]);
  expect(placedTogether(plan, [link(2, SURE), link(1, SURE), link(0, SURE)], 30).held).toEqual([true, true, true, true]);
});

import fc from 'fast-check';
import { acceptedMm, MARKS, markedCircle, type Mark, type MarkedPlace } from './marks';

const at = (heightMm: number, mark: Mark, fNumber = 8): MarkedPlace => ({ fNumber, heightMm, mark });

test('a circle ends half way between what is still acceptable and what is not', () => {
  expect(markedCircle(8, [at(0, 'good'), at(12, 'acceptable'), at(18, 'no'), at(22, 'no')])).toEqual({
    fNumber: 8,
    kind: 'measured',
    radiusMm: 15,
    doubtMm: 6 / Math.sqrt(12),
  });
});

test('what is certain by marks ends at the last place that was acceptable', () => {
  const circle = markedCircle(8, [at(0, 'good'), at(12, 'acceptable'), at(18, 'no')]);
  expect(circle && acceptedMm(circle)).toBeCloseTo(12, 9);
  expect(acceptedMm({ fNumber: 8, kind: 'never' })).toBe(0);
});

test('one bad corner counts, however good the others are', () => {
  expect(markedCircle(8, [at(0, 'good'), at(12, 'good'), at(21, 'no'), at(21.6, 'good')])).toMatchObject({
    kind: 'measured',
    radiusMm: 16.5,
  });
});

test('what the marks leave open is not made up', () => {
  expect(markedCircle(8, [])).toBeNull();
  expect(markedCircle(8, [at(10, 'good', 11)])).toBeNull();
  expect(markedCircle(8, [at(0, 'good'), at(20, 'acceptable')])).toEqual({ fNumber: 8, kind: 'atLeast', radiusMm: 20 });
  expect(markedCircle(8, [at(0, 'no'), at(20, 'no')])).toEqual({ fNumber: 8, kind: 'never' });
  // Nothing nearer was judged: it may be good up to just before, or nowhere.
  expect(markedCircle(8, [at(20, 'no')])).toEqual({ fNumber: 8, kind: 'unknown' });
});

test('no accepted place nearer than every refused one lies outside the circle, no refused one inside', () => {
  const place = fc.record({
    fNumber: fc.constant(8),
    heightMm: fc.double({ min: 0, max: 60, noNaN: true }),
    mark: fc.constantFrom(...MARKS),
  });
  fc.assert(
    fc.property(fc.array(place, { minLength: 1 }), (places) => {
      const circle = markedCircle(8, places);
      if (!circle || !('radiusMm' in circle)) return;
      const refused = places.filter(({ mark }) => mark === 'no').map(({ heightMm }) => heightMm);
      expect(refused.every((mm) => mm >= circle.radiusMm)).toBe(true);
      const accepted = places.filter(({ mark, heightMm }) => mark !== 'no' && refused.every((mm) => heightMm < mm));
      expect(accepted.every(({ heightMm }) => heightMm <= circle.radiusMm)).toBe(true);
    }),
  );
});

import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import { limitByRays } from './limitByRays';

/** The limit, and how often the blur was asked for: each time is a bundle of rays, and a drag asks for dozens of limits. */
function counted(blurAtPlace: (u: number) => number, nearlyM: number): { readonly limitM: number; readonly asked: number } {
  let asked = 0;
  const limitM = limitByRays({
    blurAtPlace: (u) => {
      asked++;
      return blurAtPlace(u);
    },
    cocMm: 0.03,
    inFocusM: 1,
    nearlyM,
  });
  return { limitM, asked };
}

test('the limit is where the blur is as wide as is allowed, whether the formula falls short of it or goes beyond, within a dozen looks', () => {
  fc.assert(
    fc.property(evenly(0.5, 2), evenly(-0.3, 0.3), evenly(0.05, 3), fc.constantFrom(1, -1), (formula, bend, wayM, side) => {
      // Nearly straight, as the blur about a plane of focus is: 0.03 mm at wayM from it.
      const blur = (u: number): number => {
        const share = ((u - 1) * side) / wayM;
        return share < 0 ? -share : 0.03 * (share + bend * share * (share - 1));
      };
      const { limitM, asked } = counted(blur, 1 + side * wayM * formula);
      expect(Math.abs(limitM - (1 + side * wayM))).toBeLessThan(1e-8 * wayM);
      // Never outside: what is shown as sharp is sharp.
      expect(blur(limitM)).toBeLessThanOrEqual(0.03 * (1 + 1e-12));
      expect(asked).toBeLessThanOrEqual(14);
    }),
  );
});

test('a blur that jumps past what is allowed, or that nothing draws, has its limit at the jump', () => {
  const { limitM } = counted((u) => (u < 2 ? 0.01 : Infinity), 5);
  expect(limitM).toBeGreaterThan(2 - 1e-7);
  expect(limitM).toBeLessThan(2);
  const stepped = counted((u) => (u < 2 ? 0.01 : 0.2), 5);
  expect(Math.abs(stepped.limitM - 2)).toBeLessThan(1e-7);
});

import fc from 'fast-check';
import { kitAndPlan } from './anyKit.test-support';
import { itemOf } from '../kit/item';
import { adapter, body, camera, fieldLens, lens, mounted, reducer, view } from './parts.test-support';
import { partsOf } from './parts';
import { sideView } from './sideView';

describe('the side view of any rig', () => {
  test('has its parts one behind the other, none of them turned inside out, all within its length and height', () => {
    let drawn = 0;
    fc.assert(
      fc.property(kitAndPlan, ({ items, plan }) => {
        const parts = partsOf(plan, items);
        if ('open' in parts) return true;
        drawn++;
        const { blocks, planes, lengthMm, halfMm } = sideView(parts);
        const numbers = [
          ...blocks.flatMap(({ fromMm, toMm, halfMm: half }) => [fromMm, toMm, half]),
          ...planes.map(({ atMm }) => atMm),
          lengthMm,
          halfMm,
        ];
        const fronts = blocks.filter(({ kind }) => ['lens', 'ring', 'filter', 'hood'].includes(kind));
        return (
          numbers.every(Number.isFinite) &&
          blocks.every(
            ({ kind, fromMm, toMm, halfMm: half }) =>
              (kind === 'adapter' || kind === 'converter' || toMm >= fromMm) &&
              toMm <= lengthMm + 1e-9 &&
              half <= halfMm + 1e-9 &&
              half > 0,
          ) &&
          // What is screwed on in front begins where what is behind it ends.
          fronts.every(({ fromMm }, i) => i === 0 || Math.abs(fromMm - (fronts[i - 1]?.toMm ?? NaN)) < 1e-9) &&
          blocks[0]?.kind === 'sensor'
        );
      }),
      { numRuns: 400 },
    );
    expect(drawn).toBeGreaterThan(150);
  });

  test('a lens on adapters sits at the sum of flange distance and thicknesses; where one is unknown that is marked', () => {
    const parts = mounted({
      between: [adapter({ thicknessMm: 20 }, 'one'), adapter({ thicknessMm: 6.5 }, 'two')],
      lens: lens({ mount: 'long', flangeDistanceMm: 44.5, lengthMm: 70, filterThreadMm: 52 }),
      front: [itemOf('filter', 'f', 'filter', { threadMm: 52, heightMm: 5 })],
    });
    const { blocks, planes, lengthMm, infinityMm } = sideView(parts);
    // 18 + 20 + 6.5, then 70 of barrel and 5 of filter.
    expect(planes.at(-1)).toEqual({ name: 'flange of the lens', atMm: 44.5 });
    expect(infinityMm).toBe(44.5);
    expect(lengthMm).toBeCloseTo(119.5, 9);
    expect(blocks.every(({ known }) => known)).toBe(true);
    const open = sideView(
      mounted({ between: [adapter({ thicknessMm: null, lensFlangeDistanceMm: null })], lens: lens({ lengthMm: null }) }),
    );
    expect(open.blocks.filter(({ known }) => !known).map(({ kind }) => kind)).toEqual(['adapter', 'lens']);
  });

  test('behind a converter the seat for infinity is not drawn, since it is not where the flange distance says', () => {
    expect(sideView(mounted({ between: [reducer()], lens: lens({ mount: 'long', flangeDistanceMm: 44.5 }) })).infinityMm).toBeNull();
  });

  test('a lens in the hand hangs as far before the body as infinity needs, or at its flange when it would be inside', () => {
    const held = sideView({ kind: 'held', back: body(), lens: lens({ flangeDistanceMm: 70, barrelDepthMm: 12, lengthMm: 50 }), front: [] });
    expect(held.blocks.find(({ kind }) => kind === 'gap')).toMatchObject({ fromMm: 18, toMm: 70 });
    // Its barrel reaches back into the gap.
    expect(held.blocks.find(({ kind }) => kind === 'lens')).toMatchObject({ fromMm: 58, toMm: 120 });
    const inside = sideView({ kind: 'held', back: body({ flangeDistanceMm: 44.5 }), lens: lens({ flangeDistanceMm: 40 }), front: [] });
    expect(inside.blocks.some(({ kind }) => kind === 'gap')).toBe(false);
    expect(inside.planes.at(-1)).toEqual({ name: 'flange of the lens', atMm: 44.5 });
  });

  test('a camera with a lens of its own has no flanges', () => {
    const fixed = sideView({
      kind: 'fixed',
      back: body({ ownLens: true }),
      lens: lens({ attachment: 'fixed', focalMm: 23, lengthMm: 30 }),
      front: [],
    });
    expect(fixed.planes).toEqual([]);
    expect(fixed.blocks.find(({ kind }) => kind === 'lens')).toMatchObject({ fromMm: 23, toMm: 53 });
  });

  test('bellows go from their shortest to their longest, and the bag in their place', () => {
    const long = sideView(view({ camera: camera({ bagMinMm: 40, bagMaxMm: 130 }) }));
    const bag = sideView(view({ bag: true, camera: camera({ bagMinMm: 40, bagMaxMm: 130 }), lens: fieldLens({ flangeFocalMm: 60 }) }));
    const span = ({ bellows }: ReturnType<typeof sideView>) => (bellows ? bellows[1] - bellows[0] : NaN);
    expect([span(long), span(bag)]).toEqual([220, 90]);
    expect(bag.blocks.find(({ kind }) => kind === 'bellows')?.name).toBe('bag bellows');
  });

  test('how far it rises is what its slides can: a line aslant rises by its share', () => {
    const aslant = mounted({ lens: lens({ slides: 'line', travelMm: 10, slideDeg: 30 }) });
    const { travel } = sideView(aslant);
    expect(travel?.riseMm).toBeCloseTo(5, 6);
    expect(travel?.fallMm).toBeCloseTo(5, 6);
    expect(sideView(mounted({ lens: lens({ slides: 'rotating', travelMm: 12 }) })).travel).toEqual({ riseMm: 12, fallMm: 12 });
    expect(sideView(mounted({ lens: lens({ slides: 'none' }) })).travel).toBeNull();
    expect(sideView(view()).travel).toMatchObject({ riseMm: expect.any(Number) as number });
  });
});

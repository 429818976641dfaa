import fc from 'fast-check';
import { kitAndPlan } from './anyKit.test-support';
import { chosen, offersFor, whyNotSentence, placed } from './offers';
import { partsOf, PLACE_KINDS, PLACES, type Place } from './parts';
import { verdictSentence, verdictsOf } from './verdicts/verdicts';

const places: readonly Place[] = ['back', 'between', 'camera', 'board', 'lens', 'front'];

describe('what can be put at a place of a rig, whatever kit it is', () => {
  test('is everything of the kinds that go there, each once: first what fits, with no reason against it, then what is open, then what does not, with its reason', () => {
    fc.assert(
      fc.property(kitAndPlan, ({ items, plan }) =>
        PLACES[plan.kind].every((place) => {
          const offers = offersFor(plan, place, items);
          const order = offers.map(({ state }) => ['fits', 'unknown', 'not'].indexOf(state));
          return (
            new Set(offers.map(({ item }) => item.id)).size === offers.length &&
            offers.every(({ item }) => (PLACE_KINDS[place] as readonly string[]).includes(item.kind)) &&
            order.every((each, i) => i === 0 || each >= (order[i - 1] ?? 0)) &&
            offers.every(
              ({ state, why }) => (state === 'fits') === (why === null) && (!why || !/NaN|undefined|null/.test(whyNotSentence(why))),
            )
          );
        }),
      ),
      { numRuns: 300 },
    );
  });

  test('what fits next to its neighbours, put there, is not what the verdict on the fit names', () => {
    let looked = 0;
    fc.assert(
      fc.property(kitAndPlan, ({ items, plan }) =>
        PLACES[plan.kind].every((place) =>
          offersFor(plan, place, items).every(({ item, state }) => {
            const parts = partsOf(placed(plan, place, item.id), items);
            if (state !== 'fits' || 'open' in parts) return true;
            looked++;
            const fit = verdictsOf(parts).find(({ kind }) => kind === 'fit');
            return fit?.state !== 'fails' || !verdictSentence(fit).startsWith(`${item.name} has “`);
          }),
        ),
      ),
      { numRuns: 300 },
    );
    expect(looked).toBeGreaterThan(80);
  });

  test('what is put at a place is there, and removed it is not; the other places stay', () => {
    fc.assert(
      fc.property(kitAndPlan, fc.constantFrom(...places), fc.nat(2), ({ items, plan }, place, index) => {
        const many = place === 'between' || place === 'front';
        const idsAt = (of: typeof plan, each: Place): readonly (string | null)[] => {
          if (each === 'between') return of.betweenIds;
          return each === 'front' ? of.frontIds : [of[`${each}Id`]];
        };
        const ids = (of: typeof plan) => idsAt(of, place);
        const put = placed(plan, place, 'new one', index);
        const at = many ? Math.min(index, ids(plan).length) : 0;
        const taken = placed(put, place, null, at);
        const others = (of: typeof plan) => places.filter((each) => each !== place).map((each) => idsAt(of, each));
        expect(ids(put)[at]).toBe('new one');
        expect(ids(taken)).not.toContain('new one');
        expect(others(put)).toEqual(others(plan));
        expect(others(taken)).toEqual(others(plan));
        expect(chosen(plan, items).length).toBeLessThanOrEqual(4 + plan.betweenIds.length + plan.frontIds.length);
        // What a kind of rig has no place for is not in it, whatever stood there before.
        const present = chosen(plan, items).map(({ id }) => id);
        const without = [
          ...(plan.kind === 'view' ? [] : [plan.cameraId, plan.boardId]),
          ...(plan.kind === 'view' || plan.kind === 'mounted' ? [] : plan.betweenIds),
        ];
        for (const id of without) expect(present.filter((each) => each === id && id !== plan.backId && id !== plan.lensId)).toEqual([]);
      }),
    );
  });
});

import { DEMO_ITEMS, DEMO_RIGS } from '@gangway/contract/demoKit';
import type { Kit, KitChange } from '@gangway/contract/kit';
import { toRedo, toUndo } from '../store/doneHistory';
import { changesTo, doneBetween, kitHistory } from './history';

const used = { rigs: 0, setups: 0 };
const [item, other] = DEMO_ITEMS;
const [rig] = DEMO_RIGS;
if (!item || !other || !rig) throw new Error('the demo kit is empty');
const before: Kit = { items: [{ item, version: 4, archived: false, used }], rigs: [{ rig, version: 2, archived: false, used }] };

describe('undoing what was done to the kit', () => {
  test('a change goes back to what was, against the version that is there now', () => {
    const renamed = { ...item, name: 'Other name' };
    const changes: KitChange[] = [{ op: 'putItem', item: renamed, archived: false, version: 4 }];
    const after: Kit = { ...before, items: [{ item: renamed, version: 5, archived: false, used }] };
    const done = doneBetween(before, after, changes, 'renamed');
    expect(changesTo(after, done, 'before')).toEqual([{ op: 'putItem', item, archived: false, version: 5 }]);
    expect(changesTo({ ...after, items: [{ item, version: 6, archived: false, used }] }, done, 'after')).toEqual([
      { op: 'putItem', item: renamed, archived: false, version: 6 },
    ]);
  });

  test('what was added is removed, what was removed comes back, and what was archived instead is unarchived', () => {
    const added = doneBetween(
      before,
      { ...before, items: [...before.items, { item: other, version: 1, archived: false, used }] },
      [{ op: 'putItem', item: other, archived: false, version: null }],
      'added',
    );
    expect(changesTo({ ...before, items: [{ item: other, version: 1, archived: false, used }] }, added, 'before')).toEqual([
      { op: 'removeItem', id: other.id, version: 1 },
    ]);
    expect(changesTo(before, added, 'before')).toEqual([]);
    const removal: KitChange[] = [{ op: 'removeRig', id: rig.id, version: 2 }];
    const gone = doneBetween(before, { ...before, rigs: [] }, removal, 'removed');
    expect(changesTo({ ...before, rigs: [] }, gone, 'before')).toEqual([{ op: 'putRig', rig, archived: false, version: null }]);
    const away: Kit = { ...before, rigs: [{ rig, version: 3, archived: true, used }] };
    expect(changesTo(away, doneBetween(before, away, removal, 'archived'), 'before')).toEqual([
      { op: 'putRig', rig, archived: false, version: 3 },
    ]);
  });

  test('back and on again, and doing something new forgets what was undone', () => {
    const { reducer, did, wentBack, wentOn } = kitHistory;
    const done = (said: string) => did({ said, steps: [] });
    const words = (history: ReturnType<typeof reducer>) => [toUndo(history)?.said ?? null, toRedo(history)?.said ?? null];
    const two = [done('a'), done('b')].reduce(reducer, reducer(undefined, { type: 'start' }));
    expect(words(two)).toEqual(['b', null]);
    const back = reducer(two, wentBack());
    expect(words(back)).toEqual(['a', 'b']);
    expect(words(reducer(back, wentOn()))).toEqual(['b', null]);
    expect(words(reducer(back, done('c')))).toEqual(['c', null]);
    expect(words(reducer(reducer(undefined, wentBack()), wentOn()))).toEqual([null, null]);
    expect(words([wentBack(), wentBack(), wentBack()].reduce(reducer, two))).toEqual([null, 'a']);
  });
});

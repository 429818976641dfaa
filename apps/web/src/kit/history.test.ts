import { DEMO_ITEMS, DEMO_RIGS } from '@gangway/contract/demoKit';
import type { Kit, KitChange } from '@gangway/contract/kit';
import { changesTo, did, doneBetween, kitHistoryReducer, wentBack, wentOn } from './history';

const used = { rigs: 0, stands: 0 };
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

  test('what was added is removed, what was removed comes back, and what was put away instead is brought out', () => {
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
    expect(changesTo(away, doneBetween(before, away, removal, 'put away'), 'before')).toEqual([
      { op: 'putRig', rig, archived: false, version: 3 },
    ]);
  });

  test('back and on again, and doing something new forgets what was undone', () => {
    const done = (said: string) => did({ said, steps: [] });
    const two = [done('a'), done('b')].reduce(kitHistoryReducer, kitHistoryReducer(undefined, { type: 'start' }));
    const back = kitHistoryReducer(two, wentBack());
    expect([back.past.map(({ said }) => said), back.future.map(({ said }) => said)]).toEqual([['a'], ['b']]);
    expect(kitHistoryReducer(back, wentOn()).past.map(({ said }) => said)).toEqual(['a', 'b']);
    expect(kitHistoryReducer(back, done('c')).future).toEqual([]);
    expect(kitHistoryReducer(kitHistoryReducer(undefined, wentBack()), wentOn())).toEqual({ past: [], future: [] });
  });
});

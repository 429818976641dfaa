import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import { itemOf, type KitItem } from '../kit/item';
import { adapter, board, body, camera, fieldLens, film, lens, reducer } from './parts.test-support';
import { EMPTY_PLAN, type RigPlan } from './parts';

const maybe = <T>(arbitrary: fc.Arbitrary<T>): fc.Arbitrary<T | null> => fc.option(arbitrary, { freq: 20 });
const mount = fc.constantFrom('short', 'short', 'short', 'long');
const thread = fc.constantFrom(52, 67, 77);

/** A kit as somebody might own it: some of everything, some figures not known, much of it not made for each other. */
export const anyKit: fc.Arbitrary<ReadonlyMap<string, KitItem>> = fc
  .record({
    bodies: fc.array(
      fc.record({ flangeDistanceMm: maybe(evenly(16, 46)), mount: maybe(mount), throatMm: maybe(evenly(38, 60)), ownLens: fc.boolean() }),
      { minLength: 1, maxLength: 2 },
    ),
    lenses: fc.array(
      fc.record({
        focalMm: evenly(15, 200),
        mount: maybe(mount),
        flangeDistanceMm: maybe(evenly(18, 60)),
        imageCircleMm: maybe(evenly(20, 120)),
        nearestM: maybe(evenly(0.2, 2)),
        filterThreadMm: maybe(thread),
        pupilDepthMm: maybe(evenly(1, 60)),
        slides: fc.constantFrom('none' as const, 'rotating' as const, null),
        travelMm: evenly(1, 14),
        contacts: fc.boolean(),
        attachment: fc.constantFrom('mount' as const, 'mount' as const, 'fixed' as const),
      }),
      { minLength: 1, maxLength: 2 },
    ),
    adapters: fc.array(fc.record({ thicknessMm: maybe(evenly(1, 40)), contacts: fc.boolean() }), { maxLength: 2 }),
    factor: maybe(evenly(0.6, 2)),
    cameras: fc.array(
      fc.record({
        bellowsMinMm: maybe(evenly(40, 120)),
        bellowsMaxMm: evenly(150, 500),
        bagMinMm: maybe(evenly(20, 60)),
        bagMaxMm: maybe(evenly(80, 140)),
      }),
      { maxLength: 1 },
    ),
    boards: fc.array(evenly(-40, 40), { maxLength: 3 }),
    fields: fc.array(
      fc.record({
        focalMm: evenly(50, 360),
        flangeFocalMm: maybe(evenly(40, 400)),
        imageCircleMm: maybe(evenly(100, 400)),
        filterThreadMm: maybe(thread),
      }),
      { maxLength: 2 },
    ),
    fronts: fc.array(fc.record({ threadMm: thread, clearMm: maybe(evenly(20, 80)), heightMm: maybe(evenly(1, 12)), hood: fc.boolean() }), {
      maxLength: 3,
    }),
  })
  .map(({ bodies, lenses, adapters, factor, cameras, boards, fields, fronts }) => {
    const items: readonly KitItem[] = [
      ...bodies.map((specs, i) => ({ ...body(specs), id: `body${i}`, name: `body ${i}` })),
      ...lenses.map((specs, i) => ({ ...lens({ ...specs, tilts: 'none' }), id: `lens${i}`, name: `lens ${i}` })),
      ...adapters.map((specs, i) => adapter(specs, `adapter ${i}`)),
      ...(factor === null ? [] : [reducer(factor)]),
      film(),
      ...cameras.map((specs) => camera(specs)),
      ...boards.map((offsetMm, i) => board(Math.round(offsetMm) + 0, `board${i}`)),
      ...fields.map((specs, i) => ({ ...fieldLens(specs), id: `field${i}`, name: `field lens ${i}` })),
      ...fronts.map(({ threadMm, clearMm, heightMm, hood }, i) =>
        hood
          ? itemOf('hood', `front${i}`, `hood ${i}`, { threadMm, clearMm, heightMm })
          : itemOf('filter', `front${i}`, `filter ${i}`, { threadMm, clearMm, heightMm }),
      ),
      itemOf('ring', 'ring', 'step-up ring', { threadMm: 67, frontThreadMm: 77, heightMm: 3 }),
    ];
    return new Map(
      items.map((item, i) => ({ ...item, id: `00000000-0000-4000-9000-${String(i).padStart(12, '0')}` })).map((item) => [item.id, item]),
    );
  });

/** The same kit with a rig chosen from it, finished or not. */
export const kitAndPlan: fc.Arbitrary<{ readonly items: ReadonlyMap<string, KitItem>; readonly plan: RigPlan }> = anyKit.chain((items) => {
  const ids = (...kinds: readonly KitItem['kind'][]): readonly string[] =>
    [...items.values()].filter(({ kind }) => kinds.includes(kind)).map(({ id }) => id);
  const one = (list: readonly string[]): fc.Arbitrary<string | null> =>
    list.length === 0 ? fc.constant(null) : fc.option(fc.constantFrom(...list), { freq: 30 });
  const some = (list: readonly string[], maxLength: number): fc.Arbitrary<readonly string[]> =>
    fc.uniqueArray(fc.constantFrom(...list, 'nothing'), { maxLength }).map((chosen) => chosen.filter((id) => id !== 'nothing'));
  return fc
    .record({
      kind: fc.constantFrom('mounted' as const, 'mounted' as const, 'view' as const, 'held' as const),
      backId: one(ids('body', 'film')),
      betweenIds: some(ids('adapter', 'converter'), 1),
      cameraId: one(ids('camera')),
      bag: fc.boolean(),
      boardId: one(ids('board')),
      lensId: one(ids('lens')),
      frontIds: some(ids('filter', 'hood', 'ring'), 2),
    })
    .map((plan) => ({ items, plan: { ...EMPTY_PLAN, ...plan } }));
});

import fc from 'fast-check';
import type { TestShot } from '@gangway/contract/lensTest';
import { closedGap, emptied, exchanged, gapBefore, inOrder, placedFirst, placedByLog, positionsOf, swappedUp } from './places';

const shots = (ids: readonly (string | null)[]): TestShot[] =>
  ids.map((frameId, i) => ({ fNumber: 4 + i, riseMm: i < 2 ? 0 : 8, shiftMm: 0, focusMm: 0, lamp: false, frameId }));
const ids = (of: readonly TestShot[]) => of.map(({ frameId }) => frameId);

test('a frame that was not taken moves all later ones down, and back up when the gap is closed', () => {
  const three = shots(['a', 'b', 'c', null]);
  expect(ids(gapBefore(three, 1))).toEqual(['a', null, 'b', 'c']);
  expect(ids(closedGap(gapBefore(three, 1), 1))).toEqual(['a', 'b', 'c', null]);
  // The last one falls out of a full series.
  expect(ids(gapBefore(shots(['a', 'b']), 0))).toEqual([null, 'a']);
});

test('frames change places, leave theirs, and find an empty one', () => {
  expect(ids(swappedUp(shots(['a', 'b', null]), 2))).toEqual(['a', null, 'b']);
  expect(ids(swappedUp(shots(['a', 'b']), 0))).toEqual([null, 'b']);
  expect(ids(exchanged(shots(['a', 'b', null]), 'a', 1))).toEqual(['b', 'a', null]);
  expect(ids(exchanged(shots(['a', 'b', null]), 'a', 2))).toEqual([null, 'b', 'a']);
  expect(ids(exchanged(shots(['a', 'b', null]), 'a', 0))).toEqual(['a', 'b', null]);
  // One that was left out comes in, and the one that was there is left out.
  expect(ids(exchanged(shots(['a', 'b']), 'c', 1))).toEqual(['a', 'c']);
  expect(ids(emptied(shots(['a', 'b']), 0))).toEqual([null, 'b']);
  expect(ids(placedFirst(shots(['a', null, null]), 'b'))).toEqual(['a', 'b', null]);
  expect(ids(placedFirst(shots(['a']), 'b'))).toEqual(['a']);
  expect(ids(inOrder(shots(['b', null, 'a']), ['a', 'b']))).toEqual(['a', null, 'b']);
});

test('whatever is done, the plan stays, and no frame stands twice', () => {
  const drawn = (now: readonly TestShot[], at: number) => exchanged(now, ['a', 'b', 'c', 'd', 'e'][at] ?? 'a', (3 * at + 1) % 5);
  const kinds = [gapBefore, closedGap, swappedUp, emptied, drawn];
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(kinds.length - 1), fc.nat(4)), { maxLength: 12 }), (steps) => {
      const before = shots(['a', 'b', 'c', null, 'd']);
      const after = steps.reduce((now: readonly TestShot[], [kind, at]) => kinds[kind]?.(now, at) ?? now, before);
      const present = ids(after).filter((id) => id !== null);
      expect(new Set(present).size).toBe(present.length);
      expect(after.map(({ fNumber, riseMm }) => [fNumber, riseMm])).toEqual(before.map(({ fNumber, riseMm }) => [fNumber, riseMm]));
    }),
  );
});

test('places of one position stand together, and positions of the back apart', () => {
  expect(positionsOf(shots([null, null, null, null]))).toEqual([
    { riseMm: 0, shiftMm: 0, focusMm: 0, lamp: false, places: [0, 1] },
    { riseMm: 8, shiftMm: 0, focusMm: 0, lamp: false, places: [2, 3] },
  ]);
  const focused = shots([null, null]).map((shot, i) => ({ ...shot, focusMm: 0.1 * i }));
  expect(positionsOf(focused).map(({ focusMm, places }) => [focusMm, places])).toEqual([
    [0, [0]],
    [0.1, [1]],
  ]);
});

describe('frames are placed by the log', () => {
  const minute = (i: number): string => new Date(Date.UTC(2026, 4, 1, 10, i)).toISOString();
  const plan: TestShot[] = [4, 8].flatMap((fNumber) =>
    [0, 8].map((shiftMm) => ({ fNumber, riseMm: 0, shiftMm, focusMm: 0, lamp: false, frameId: null })),
  );
  const logged = [
    { id: 'a', at: minute(0), fNumber: 8, riseMm: 0, shiftMm: 8, shutterSpeedS: null },
    { id: 'b', at: minute(3), fNumber: 4, riseMm: 0, shiftMm: 0, shutterSpeedS: null },
    { id: 'c', at: minute(4), fNumber: 22, riseMm: 0, shiftMm: 0, shutterSpeedS: null },
    { id: 'd', at: minute(9), fNumber: 8, riseMm: 0, shiftMm: 0, shutterSpeedS: null },
  ];
  const wrote = { fNumber: null, focalMm: null, exposureS: null };
  // The camera’s clock is an hour and seven minutes ahead.
  const frames = [0, 3, 4, 9].map((i) => ({ id: `frame ${i}`, name: `${i}.tif`, takenAt: minute(67 + i), wrote }));

  test('by time, whatever their order and the clock of the camera; what the plan does not know stays out', () => {
    const { shots, placed } = placedByLog(plan, frames.toReversed(), logged);
    expect(placed).toBe(3);
    expect(shots.map(({ frameId }) => frameId)).toEqual(['frame 3', null, 'frame 9', 'frame 0']);
  });

  test('one place takes one frame', () => {
    const twice = logged.map((shot) => ({ ...shot, fNumber: 4, shiftMm: 0 }));
    expect(placedByLog(plan, frames, twice).placed).toBe(1);
    expect(placedByLog(plan, frames, []).placed).toBe(0);
  });
});

import { randomUUID } from 'node:crypto';
import { DEMO_SETUPS } from '@gangway/contract/demo';
import { storedSettings } from '@gangway/contract/storedSetup';
import { itemOf } from '@gangway/core/kit/item';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { shotOf } from '@gangway/core/log/shot';
import type { Shot } from '@gangway/core/log/shotFields';
import { conflictOf, following, obviousPicks, reconciled } from './conflicts';
import { laneOf } from './kinds/registry';
import type { Entry, Write, WriteOf } from './write';

const [tower] = DEMO_SETUPS;
if (!tower) throw new Error('no demo');
const JOB = randomUUID();
const entryOf = (write: Write, seq = 1): Entry => ({
  seq,
  id: randomUUID(),
  lane: laneOf(write),
  chain: null,
  write,
  since: 0,
  attempts: 1,
  failures: 0,
  trouble: null,
});

const shot: Shot = {
  ...shotOf(geometryOf(tower.settings), 'Tower', { frame: null, bracket: null }, null),
  id: randomUUID(),
  setupId: randomUUID(),
  at: '2026-11-24T09:00:00.000Z',
};
const logWrite = (more: Partial<WriteOf<'log'>>): WriteOf<'log'> => ({
  kind: 'log',
  schema: 4,
  jobId: JOB,
  put: [],
  remove: [],
  was: [shot],
  versions: { [shot.id]: 1 },
  ...more,
});
const present = (there: readonly Shot[], version: number) => ({ shots: there, versions: { [shot.id]: version } });

describe('a change of a shot that was changed elsewhere', () => {
  test('is merged without a question where the two changed different values', () => {
    const found = reconciled(entryOf(logWrite({ put: [{ ...shot, rating: 5 }] })), present([{ ...shot, remarks: 'gulls' }], 4));
    expect(found?.write).toMatchObject({ put: [{ ...shot, rating: 5, remarks: 'gulls' }], versions: { [shot.id]: 4 } });
  });

  test('is asked about where both changed the same value, with all three values in words', () => {
    const write = logWrite({ put: [{ ...shot, fNumber: 11, rating: 5 }] });
    const theirs = present([{ ...shot, fNumber: 16 }], 2);
    expect(reconciled(entryOf(write), theirs)).toBeNull();
    const conflict = conflictOf(write, theirs);
    expect(conflict?.differences.map(({ label, ours, theirs: there, was, changedBy }) => [label, ours, there, was, changedBy])).toEqual([
      [expect.stringMatching(/^Shot of .*: Aperture, f\/$/), '11', '16', String(shot.fNumber), null],
      [expect.stringMatching(/: Rating$/), '5', '0', '0', 'ours'],
    ]);
    const key = conflict?.differences[0]?.key ?? '';
    const picks = { ...obviousPicks(conflict?.differences ?? []), [key]: 'theirs' as const };
    expect(conflict?.resolved(picks)).toMatchObject({ put: [{ ...shot, fNumber: 16, rating: 5 }], versions: { [shot.id]: 2 } });
  });

  test('takes the setup along with its name, and the time is read as a time', () => {
    const moved = { ...shot, setup: 'Loft', setupId: randomUUID(), at: '2026-11-24T10:00:00.000Z' };
    const conflict = conflictOf(logWrite({ put: [moved] }), present([{ ...shot, rating: 2 }], 2));
    expect(conflict?.differences.map(({ label }) => label.replace(/^.*: /u, ''))).toEqual(['Time', 'Setup', 'Rating']);
    expect(conflict?.differences[0]?.ours).toMatch(/^\d\d:00:00$/);
    const write = conflict?.resolved(obviousPicks(conflict.differences));
    expect(write).toMatchObject({ put: [{ ...moved, rating: 2 }] });
    // Theirs throughout: nothing is left to send.
    const theirs = Object.fromEntries(conflict?.differences.map(({ key }) => [key, 'theirs' as const]) ?? []);
    expect(conflict?.resolved(theirs)).toBeNull();
  });

  test('is asked about where it was deleted there, and deleted only if that is wanted', () => {
    const write = logWrite({ put: [{ ...shot, rating: 5 }] });
    const gone = present([], 0);
    expect(reconciled(entryOf(write), gone)).toBeNull();
    const conflict = conflictOf(write, gone);
    expect(conflict?.differences).toMatchObject([{ key: shot.id, ours: 'kept', theirs: 'deleted' }]);
    expect(conflict?.resolved({ [shot.id]: 'theirs' })).toBeNull();
    expect(conflict?.resolved({ [shot.id]: 'ours' })).toMatchObject({ put: [{ rating: 5 }], versions: { [shot.id]: 0 } });
  });

  test('to delete it is asked about, and the shots beside it are left alone', () => {
    const other = { ...shot, id: randomUUID() };
    const write = logWrite({ put: [other], remove: [shot.id], versions: { [shot.id]: 1, [other.id]: 0 } });
    const theirs = present([{ ...shot, rating: 3 }], 2);
    expect(reconciled(entryOf(write), theirs)).toBeNull();
    expect(conflictOf(write, theirs)?.resolved({ [shot.id]: 'theirs' })).toMatchObject({ put: [other], remove: [] });
    expect(conflictOf(write, theirs)?.resolved({ [shot.id]: 'ours' })).toMatchObject({ remove: [shot.id], versions: { [shot.id]: 2 } });
  });

  test('those that wait behind it are made against what it leaves', () => {
    const later = [
      entryOf(logWrite({ put: [{ ...shot, rating: 4 }], versions: { [shot.id]: 2 } }), 2),
      entryOf(logWrite({ remove: [shot.id], versions: { [shot.id]: 3 } }), 3),
    ];
    const writes = following(later, logWrite({ put: [shot], versions: { [shot.id]: 7 } }));
    expect(writes).toMatchObject([{ versions: { [shot.id]: 8 } }, { versions: { [shot.id]: 9 } }]);
  });
});

describe('a change of a job that was changed elsewhere', () => {
  const job = {
    id: JOB,
    name: 'Ropeworks',
    version: 3,
    demo: false,
    dismissedCautions: [],
    place: null,
    day: '2026-12-01',
    setupCount: 0,
    updatedAt: '2026-11-28T10:00:00.000Z',
    deletedAt: null,
  };
  const write = (patch: WriteOf<'job'>['patch'], was: WriteOf<'job'>['was']): WriteOf<'job'> => ({
    kind: 'job',
    jobId: JOB,
    version: 1,
    patch,
    was,
  });

  test('is merged where the two changed different fields', () => {
    expect(reconciled(entryOf(write({ name: 'Quay' }, { name: 'Ropeworks' })), job)?.write).toMatchObject({
      patch: { name: 'Quay' },
      version: 3,
    });
  });

  test('is asked about where both changed the same', () => {
    const mine = write({ day: '2026-12-05' }, { day: null });
    expect(reconciled(entryOf(mine), job)).toBeNull();
    expect(conflictOf(mine, job)?.differences).toMatchObject([
      { label: 'Date', ours: '5 December 2026', theirs: '1 December 2026', was: 'none' },
    ]);
    expect(conflictOf(mine, job)?.resolved({ day: 'theirs' })).toBeNull();
  });
});

describe('a change of the kit that was changed elsewhere', () => {
  const lens = itemOf('lens', randomUUID(), '24 mm shift wide', { focalMm: 24 });
  const row = (item: typeof lens, version: number) => ({ item, archived: false, version, used: { rigs: 0, setups: 0 } });
  const write = (item: typeof lens): WriteOf<'kit'> => ({
    kind: 'kit',
    schema: 5,
    changes: [{ op: 'putItem', item, archived: false, version: 1 }],
    was: [{ item: lens, archived: false }],
    said: 'specs',
  });

  test('is merged where the two changed different values', () => {
    const mine = { ...lens, specs: { ...lens.specs, imageCircleMm: 67 } };
    const theirs = { ...lens, note: 'serviced' };
    expect(reconciled(entryOf(write(mine)), { items: [row(theirs, 2)], rigs: [] })?.write).toMatchObject({
      changes: [{ op: 'putItem', version: 2, item: { note: 'serviced', specs: { imageCircleMm: 67, focalMm: 24 } } }],
    });
  });

  test('is asked about where both changed the same value', () => {
    const mine = { ...lens, specs: { ...lens.specs, imageCircleMm: 67 } };
    const theirs = { ...lens, specs: { ...lens.specs, imageCircleMm: 60 } };
    const conflict = conflictOf(write(mine), { items: [row(theirs, 2)], rigs: [] });
    expect(conflict?.differences).toMatchObject([{ ours: '67 mm', theirs: '60 mm', was: 'unknown', changedBy: null }]);
    expect(reconciled(entryOf(write(mine)), { items: [row(theirs, 2)], rigs: [] })).toBeNull();
  });

  test('is put back where it was removed there, if that is wanted', () => {
    const conflict = conflictOf(write(lens), { items: [], rigs: [] });
    expect(conflict?.resolved({ [lens.id]: 'theirs' })).toBeNull();
    expect(conflict?.resolved({ [lens.id]: 'ours' })).toMatchObject({ changes: [{ version: null }] });
  });
});

describe('a setup that was changed elsewhere', () => {
  const id = randomUUID();
  const stored = storedSettings(tower.settings);
  const theirs = {
    id,
    jobId: JOB,
    name: 'Tower',
    settings: { ...stored, fNumber: 16 },
    version: 5,
    lastWriteId: null,
    updatedAt: '2026-11-28T10:00:00.000Z',
    deletedAt: null,
  };
  const mine: WriteOf<'setup'> = {
    kind: 'setup',
    schema: 5,
    jobId: JOB,
    setupId: id,
    version: 4,
    name: 'Tower',
    settings: { ...stored, movements: { riseMm: 9.5, shiftMm: 0 } },
    ancestor: { name: 'Tower', settings: stored },
  };

  test('is always asked about, with what only one side changed chosen already', () => {
    expect(reconciled(entryOf(mine), theirs)).toBeNull();
    const conflict = conflictOf(mine, theirs);
    const picks = obviousPicks(conflict?.differences ?? []);
    expect(picks).toEqual({ 'settings.movements.riseMm': 'ours', 'settings.fNumber': 'theirs' });
    const merged = conflict?.resolved(picks);
    expect(merged).toMatchObject({ version: 5, settings: { fNumber: 16, movements: { riseMm: 9.5 } } });
  });

  test('is not asked about where nothing differs', () => {
    expect(reconciled(entryOf({ ...mine, settings: theirs.settings }), theirs)).toEqual({ write: null });
  });
});

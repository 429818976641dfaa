import 'fake-indexeddb/auto';
import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import { DEMO_SETUPS } from '@gangway/contract/demo';
import { storedSettings, type StoredSetup } from '@gangway/contract/storedSetup';
import { guarded, UNSTORED_FROM, type EntryStore } from './entryStore';
import { indexedStore } from './indexedStore';
import { createOutbox, type Outbox, type Outcome } from './outbox';
import { following, reconciled } from './conflicts';
import { upgradedWrite } from './upgrade';
import type { Entry, SetupWrite, Write } from './write';

const [tower] = DEMO_SETUPS;
if (!tower) throw new Error('no demo');
const settings = storedSettings(tower.settings);
const SETUP = randomUUID();
const JOB = randomUUID();

const write = (riseMm: number, version = 1, more: Partial<SetupWrite> = {}): SetupWrite => ({
  kind: 'setup',
  schema: 5,
  jobId: JOB,
  setupId: SETUP,
  version,
  name: 'Tower',
  settings: { ...settings, movements: { riseMm, shiftMm: 0 } },
  ancestor: { name: 'Tower', settings },
  ...more,
});
const settle = async (): Promise<void> => {
  for (let i = 0; i < 60; i++) await new Promise((resolve) => setImmediate(resolve));
};

/** A server that keeps one setup by version and remembers the ids of writes, as the real one does, and can be made to fail. */
function server() {
  let setup: StoredSetup = {
    id: SETUP,
    jobId: JOB,
    name: 'Tower',
    settings,
    version: 1,
    lastWriteId: null,
    updatedAt: '2026-11-28T10:00:00.000Z',
    deletedAt: null,
  };
  const seen = new Set<string>();
  const state = {
    away: false,
    loseAnswers: false,
    failing: false,
    refusing: false,
    held: null as Promise<void> | null,
    got: [] as Entry[],
    setup: () => setup,
    elsewhere: (riseMm: number) => {
      setup = {
        ...setup,
        settings: { ...setup.settings, movements: { riseMm, shiftMm: 0 } },
        version: setup.version + 1,
        lastWriteId: randomUUID(),
      };
    },
    send: async (entry: Entry): Promise<Outcome> => {
      if (state.away) return { kind: 'away', message: 'away' };
      if (state.failing) return { kind: 'failed', message: 'fault' };
      if (state.refusing) return { kind: 'refused', message: 'no' };
      await state.held;
      state.got.push(entry);
      const { write: sent } = entry;
      if (sent.kind !== 'setup') return { kind: 'done', answer: {} };
      if (!seen.has(entry.id)) {
        if (sent.version !== setup.version) return { kind: 'conflict', message: 'changed', present: setup };
        seen.add(entry.id);
        setup = { ...setup, name: sent.name, settings: sent.settings, version: setup.version + 1, lastWriteId: entry.id };
      }
      return state.loseAnswers ? { kind: 'away', message: 'lost' } : { kind: 'done', answer: setup };
    },
  };
  return state;
}

/** Tabs of one browser: one store, one lock, and each hears what the others do. */
function browser(to: ReturnType<typeof server>, name: string = randomUUID()) {
  let lock: Promise<void> = Promise.resolve();
  const tabs: Outbox[] = [];
  return {
    tab: async (store?: EntryStore) => {
      const timers: (() => void)[] = [];
      const tab = createOutbox({
        store: store ?? (await indexedStore(name)),
        send: to.send,
        reconciled: (entry, present) => Promise.resolve(reconciled(entry, present)),
        following: (later, resolved) => Promise.resolve(following(later, resolved)),
        inPresentVersion: (each) => Promise.resolve(each),
        alone: (work) => {
          lock = lock.then(work, work);
          return lock;
        },
        announce: (event) => tabs.filter((each) => each !== tab).forEach((each) => each.heard(event)),
        gatherMs: () => 0,
        later: (_ms, then) => {
          timers.push(then);
          return () => void timers.splice(timers.indexOf(then), 1);
        },
        now: () => 1000,
        newId: () => randomUUID(),
      });
      tabs.push(tab);
      await tab.start();
      return {
        tab,
        /** Lets the timers that are set go off. */
        tick: async () => {
          for (const then of timers.splice(0)) then();
          await settle();
        },
      };
    },
  };
}

const riseAt = ({ settings: { movements } }: StoredSetup): number => movements.riseMm;
const rises = (entries: readonly Entry[]): number[] =>
  entries.map(({ write: { kind, ...each } }) => (kind === 'setup' && 'settings' in each ? each.settings.movements.riseMm : NaN));

describe('a change in the outbox', () => {
  test('is stored before it is sent, and gone when the server has it', async () => {
    const to = server();
    const { tab } = await browser(to).tab();
    to.away = true;
    await tab.submit(write(3), 'c');
    expect(rises(tab.state().entries)).toEqual([3]);
    await settle();
    expect(tab.state().away).toBe('away');
    to.away = false;
    tab.hurry();
    await settle();
    expect(tab.state().entries).toEqual([]);
    expect(tab.state().away).toBeNull();
    expect(riseAt(to.setup())).toBe(3);
  });

  test('survives the page: another one sends it', async () => {
    const to = server();
    to.away = true;
    const name = randomUUID();
    const before = await browser(to, name).tab();
    await before.tab.submit(write(4), 'c');
    await before.tab.submit({ kind: 'newJob', jobId: randomUUID(), name: 'Quay' });
    await settle();
    to.away = false;
    const after = await browser(to, name).tab();
    await settle();
    expect(riseAt(to.setup())).toBe(4);
    expect(to.got.map(({ write: { kind } }) => kind)).toEqual(['setup', 'newJob']);
    expect(after.tab.state().entries).toEqual([]);
  });

  test('while one is on its way, those after it wait and take its version up', async () => {
    const to = server();
    let letGo: () => void = () => undefined;
    to.held = new Promise((resolve) => (letGo = resolve));
    const { tab } = await browser(to).tab();
    await tab.submit(write(1), 'c');
    await settle();
    await tab.submit(write(2), 'c');
    await tab.submit(write(3), 'c');
    expect(rises(tab.state().entries)).toEqual([1, 3]);
    letGo();
    await settle();
    expect(riseAt(to.setup())).toBe(3);
    expect(to.setup().version).toBe(3);
    expect(tab.state().entries).toEqual([]);
    await tab.submit(write(5, 1), 'c');
    await settle();
    expect(riseAt(to.setup())).toBe(5);
  });

  test('whose answer was lost is no conflict with oneself, not even after further changes', async () => {
    const to = server();
    to.loseAnswers = true;
    const { tab, tick } = await browser(to).tab();
    await tab.submit(write(1), 'c');
    await settle();
    expect(to.setup().version).toBe(2);
    await tab.submit(write(5), 'c');
    to.loseAnswers = false;
    await tick();
    expect(tab.state().entries).toEqual([]);
    expect(riseAt(to.setup())).toBe(5);
  });

  test('that was repeated after somebody else had changed the same is asked about', async () => {
    const to = server();
    to.loseAnswers = true;
    const { tab, tick } = await browser(to).tab();
    await tab.submit(write(1), 'c');
    await settle();
    to.elsewhere(8);
    to.loseAnswers = false;
    await tick();
    expect(tab.state().entries[0]?.trouble).toMatchObject({ kind: 'conflict' });
    expect(riseAt(to.setup())).toBe(8);
  });

  test('against a state from elsewhere stays with its reason until somebody decides, and holds up its lane alone', async () => {
    const to = server();
    const { tab } = await browser(to).tab();
    to.elsewhere(8);
    await tab.submit(write(1), 'c');
    await settle();
    await tab.submit(write(2), 'c');
    await tab.submit({ kind: 'newJob', jobId: randomUUID(), name: 'Quay' });
    await settle();
    const [first] = tab.state().entries;
    expect(first?.trouble).toMatchObject({ kind: 'conflict' });
    expect(rises(tab.state().entries)).toEqual([1, 2]);
    expect(to.got.at(-1)?.write.kind).toBe('newJob');
    if (!first) throw new Error('nothing waits');
    await tab.resolve(first.seq, write(2, to.setup().version));
    await settle();
    expect(riseAt(to.setup())).toBe(2);
    expect(tab.state().entries).toEqual([]);
    await tab.submit(write(6, 1), 'c');
    await settle();
    expect(riseAt(to.setup())).toBe(6);
  });

  test('of two tabs on one setup the second one is asked, and nothing of either is lost', async () => {
    const to = server();
    const both = browser(to);
    const [a, b] = [await both.tab(), await both.tab()];
    to.away = true;
    await a.tab.submit(write(1), 'a');
    await b.tab.submit(write(2), 'b');
    await settle();
    expect(rises(a.tab.state().entries)).toEqual([1, 2]);
    expect(rises(b.tab.state().entries)).toEqual([1, 2]);
    to.away = false;
    await a.tick();
    await b.tick();
    expect(riseAt(to.setup())).toBe(1);
    expect(b.tab.state().entries).toMatchObject([{ chain: 'b', trouble: { kind: 'conflict' } }]);
  });

  test('that the server refuses stays, is tried again when asked, and is dropped only by hand', async () => {
    const to = server();
    const { tab } = await browser(to).tab();
    const dropped: number[] = [];
    tab.listen(({ kind, entry }) => kind === 'discarded' && dropped.push(entry.seq));
    to.refusing = true;
    await tab.submit(write(1), 'c');
    await settle();
    await tab.submit(write(2), 'c');
    const [first] = tab.state().entries;
    expect(first?.trouble).toEqual({ kind: 'refused', message: 'no' });
    await tab.retry(first?.seq ?? 0);
    await settle();
    expect(tab.state().entries[0]?.trouble).toEqual({ kind: 'refused', message: 'no' });
    await tab.discard(first?.seq ?? 0);
    expect(tab.state().entries).toEqual([]);
    expect(dropped).toHaveLength(2);
    expect(to.setup().version).toBe(1);
  });

  test('that the server cannot process is not sent for ever, and the others go on', async () => {
    const to = server();
    const { tab, tick } = await browser(to).tab();
    to.failing = true;
    await tab.submit(write(1), 'c');
    for (let i = 0; i < 6; i++) await tick();
    expect(tab.state().entries[0]?.trouble).toEqual({ kind: 'failed', message: 'fault' });
    expect(tab.state().entries[0]?.attempts).toBeLessThan(6);
    to.failing = false;
    await tab.submit({ kind: 'newJob', jobId: randomUUID(), name: 'Quay' });
    await settle();
    expect(tab.state().entries).toHaveLength(1);
    expect(to.got).toHaveLength(1);
  });

  test('made before an update of Gangway is brought to the present version', () => {
    const exposure = Object.fromEntries(Object.entries(settings.exposure).filter(([key]) => key !== 'nominal'));
    const after = upgradedWrite({ ...write(1), schema: 3, settings: { ...settings, exposure } as unknown as SetupWrite['settings'] });
    expect(after.kind === 'setup' && after.settings.exposure.nominal).toBe('powers');
    const same = write(2, 1, { schema: after.kind === 'setup' ? after.schema : 0 });
    expect(upgradedWrite(same)).toBe(same);
  });
});

describe('a device that cannot store', () => {
  const full = (): EntryStore => ({
    all: () => Promise.resolve([]),
    add: () => Promise.reject(new DOMException('full', 'QuotaExceededError')),
    change: () => Promise.resolve(null),
    remove: () => Promise.resolve(),
  });

  test('says so at once, and sends from memory all the same, in order', async () => {
    const to = server();
    to.away = true;
    const told: unknown[] = [];
    const { tab, tick } = await browser(to).tab(guarded(full(), (error) => told.push(error)));
    await tab.submit(write(1), 'c');
    expect(told).toMatchObject([{ name: 'QuotaExceededError' }]);
    await tab.submit(write(2), 'c');
    expect(tab.state().entries.every(({ seq }) => seq > UNSTORED_FROM)).toBe(true);
    await settle();
    to.away = false;
    await tick();
    expect(riseAt(to.setup())).toBe(2);
    expect(tab.state().entries).toEqual([]);
  });

  test('goes on storing when there is room again, and what follows an unstored change waits behind it', async () => {
    const to = server();
    to.away = true;
    const real = await indexedStore(randomUUID());
    let room = true;
    const store = guarded({ ...real, add: (draft) => (room ? real.add(draft) : full().add(draft)) }, () => undefined);
    const { tab, tick } = await browser(to).tab(store);
    await tab.submit(write(1), 'c');
    await settle();
    room = false;
    await tab.submit(write(2), 'c');
    room = true;
    await tab.submit(write(3), 'c');
    expect(rises(tab.state().entries)).toEqual([1, 3]);
    await settle();
    to.away = false;
    await tick();
    expect(riseAt(to.setup())).toBe(3);
  });
});

/** What may happen to a browser and its server, one after the other. */
const happening = fc.oneof(
  fc.record({ kind: fc.constant('edit' as const), riseMm: fc.integer({ min: 0, max: 20 }) }),
  fc.record({
    kind: fc.constantFrom('away' as const, 'back' as const, 'lose' as const, 'keep' as const, 'reload' as const, 'tick' as const),
  }),
);

test('whatever happens, the last change that was stored is with the server in the end or waits', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(happening, { minLength: 1, maxLength: 25 }), async (happenings) => {
      const to = server();
      const name = randomUUID();
      let page = await browser(to, name).tab();
      let chain: string = randomUUID();
      let last = riseAt(to.setup());
      const open = () => {
        // A page that is opened goes on with what waits, or with what the server has.
        const waiting = page.tab.state().entries.filter(({ write: { kind } }) => kind === 'setup');
        chain = waiting.at(-1)?.chain ?? randomUUID();
      };
      for (const each of happenings) {
        if (each.kind === 'edit') {
          last = each.riseMm;
          await page.tab.submit(write(each.riseMm, to.setup().version), chain);
        } else if (each.kind === 'reload') {
          page = await browser(to, name).tab();
          await settle();
          open();
        } else if (each.kind === 'tick') await page.tick();
        else if (each.kind === 'away' || each.kind === 'back') to.away = each.kind === 'away';
        else to.loseAnswers = each.kind === 'lose';
      }
      to.away = false;
      to.loseAnswers = false;
      for (let i = 0; i < 4; i++) {
        page.tab.hurry();
        await page.tick();
      }
      expect(page.tab.state().entries).toEqual([]);
      expect(riseAt(to.setup())).toBe(last);
    }),
    { numRuns: 40 },
  );
});

test('every change names its lane and how it is sent', async () => {
  const { sendingOf, laneOf } = await import('./kinds/registry');
  const writes: readonly Write[] = [
    write(1),
    { kind: 'newSetup', schema: 5, jobId: JOB, setupId: SETUP, name: 'Loft', settings },
    { kind: 'removal', of: 'setup', id: SETUP, name: 'Loft', back: false },
  ];
  // What is done to one setup goes through one lane, in order.
  expect(new Set(writes.map(laneOf)).size).toBe(1);
  const entry = (each: Write): Entry => ({
    seq: 1,
    id: SETUP,
    lane: laneOf(each),
    chain: null,
    write: each,
    since: 0,
    attempts: 0,
    failures: 0,
    trouble: null,
  });
  expect(writes.map((each) => `${sendingOf(entry(each)).method} ${sendingOf(entry(each)).path}`)).toEqual([
    `PUT setups/${SETUP}`,
    `POST jobs/${JOB}/setups`,
    `DELETE setups/${SETUP}`,
  ]);
});

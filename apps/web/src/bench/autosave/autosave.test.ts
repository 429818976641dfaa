import { SMALL_FORMAT_RIG } from '@gangway/contract/demo';
import type { NamedSettings } from '@gangway/contract/record/differences/settings';
import { centredSetup } from '@gangway/core/planning/centred';
import { UNSTORED_FROM } from '../../store/outbox/entryStore';
import type { Entry, Trouble } from '../../store/outbox/write';
import { createAutosave, GATHER_MS } from './autosave';
import { savingOf } from './saving';

const settings = centredSetup(SMALL_FORMAT_RIG);
const rise = (riseMm: number): NamedSettings => ({ name: 'Tower', settings: { ...settings, movements: { riseMm, shiftMm: 0 } } });

function bench() {
  let edit: NamedSettings | null = rise(0);
  let timer: (() => void) | null = null;
  const stored: NamedSettings[] = [];
  const told: boolean[] = [];
  const waits: number[] = [];
  const autosave = createAutosave({
    read: () => edit,
    store: (each) => {
      stored.push(each);
      return Promise.resolve();
    },
    tell: (isStored) => told.push(isStored),
    later: (ms, then) => {
      waits.push(ms);
      timer = then;
      return () => (timer = null);
    },
  });
  autosave.reset(rise(0));
  return {
    autosave,
    stored,
    told,
    waits,
    change: (next: NamedSettings | null) => {
      edit = next;
      if (next) autosave.changed();
    },
    tick: async () => {
      const then = timer;
      timer = null;
      then?.();
      for (let i = 0; i < 5; i++) await Promise.resolve();
    },
    timerSet: () => timer !== null,
  };
}

const risesOf = (all: readonly NamedSettings[]) => all.map((each) => each.settings.movements.riseMm);

describe('what is set on the bench', () => {
  test('goes into the outbox some times a second while it is dragged, never later', async () => {
    const b = bench();
    for (const riseMm of [1, 2, 3]) b.change(rise(riseMm));
    // The first change sets the timer; those after it do not put it off.
    expect(b.waits).toEqual([GATHER_MS]);
    expect(GATHER_MS).toBeLessThan(200);
    await b.tick();
    b.change(rise(4));
    await b.tick();
    expect(risesOf(b.stored)).toEqual([3, 4]);
    expect(b.told.at(-1)).toBe(true);
  });

  test('counts as stored only when its newest state is', async () => {
    const b = bench();
    b.change(rise(1));
    const ticking = b.tick();
    b.change(rise(2));
    await ticking;
    expect(b.told.at(-1)).toBe(false);
    await b.tick();
    expect(b.told.at(-1)).toBe(true);
  });

  test('and set back before it was stored needs no write', async () => {
    const b = bench();
    b.change(rise(1));
    b.change(rise(0));
    await b.tick();
    expect(b.stored).toEqual([]);
    expect(b.told.at(-1)).toBe(true);
  });

  test('is stored at once when the bench is left', () => {
    const b = bench();
    b.change(rise(1));
    b.autosave.now();
    expect(risesOf(b.stored)).toEqual([1]);
    expect(b.timerSet()).toBe(false);
    b.autosave.now();
    expect(b.stored).toHaveLength(1);
  });
});

describe('how things stand with a setup', () => {
  const state = { setupId: 's', jobId: 'j', stored: true, savedAt: 't' };
  const entry = (trouble: Trouble | null, seq = 1): Entry => ({
    seq,
    id: 'i',
    lane: 'setup:s',
    chain: 'c',
    since: 0,
    attempts: 0,
    failures: 0,
    trouble,
    write: { kind: 'newJob', jobId: 'j', name: 'n' },
  });
  const outbox = (entries: readonly Entry[], away: string | null = null) => ({ entries, sending: null, away });

  test('is told by what waits of it', () => {
    expect(savingOf(state, outbox([])).phase).toBe('saved');
    expect(savingOf({ ...state, stored: false }, outbox([])).phase).toBe('changed');
    expect(savingOf(state, outbox([entry(null)])).phase).toBe('saving');
    expect(savingOf(state, outbox([entry(null)], 'away'))).toEqual({ phase: 'waiting', message: 'away', onDevice: true });
    expect(savingOf(state, outbox([entry(null, UNSTORED_FROM + 1)], 'away'))).toMatchObject({ phase: 'waiting', onDevice: false });
    expect(savingOf({ ...state, stored: false }, outbox([entry(null)], 'away')).phase).toBe('changed');
    expect(savingOf(state, outbox([entry({ kind: 'refused', message: 'no' })], 'away')).phase).toBe('refused');
    expect(savingOf(state, outbox([entry({ kind: 'failed', message: 'no' })])).phase).toBe('refused');
    expect(savingOf(state, outbox([entry({ kind: 'gone', message: 'no' })])).phase).toBe('gone');
  });

  test('at a conflict names the newest change of this side', () => {
    const [first, newest] = [entry({ kind: 'conflict', message: '', present: 1 }), entry(null, 2)];
    expect(savingOf(state, outbox([first, newest]))).toEqual({ phase: 'elsewhere', entry: first, newest, present: 1 });
  });

  test('is not touched by what waits of another one', () => {
    expect(savingOf(state, outbox([{ ...entry(null), lane: 'setup:t' }], 'away')).phase).toBe('saved');
  });
});

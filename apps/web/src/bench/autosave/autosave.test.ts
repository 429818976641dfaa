import { SMALL_FORMAT_RIG } from '@gangway/contract/demo';
import { centredSetup } from '@gangway/core/planning/centred';
import type { Setup } from '@gangway/contract/storedSetup';
import { createAutosave, GATHER_MS, type SavedEdit, type AutosaveWorld, type Write, type Outcome } from './autosave';
import type { Saving } from './state';

const settings = centredSetup(SMALL_FORMAT_RIG);
const rise = (riseMm: number): SavedEdit => ({ name: 'Tower', settings: { ...settings, movements: { riseMm, shiftMm: 0 } } });

/** A server that keeps one setup by version, as the real one does, and can be made to fail. */
function bench() {
  let serverSetup: Setup = {
    id: 's',
    jobId: 'j',
    ...rise(0),
    version: 1,
    lastWriteId: null,
    updatedAt: 't1',
    deletedAt: null,
  };
  let edit = rise(0);
  let version = 1;
  let ids = 0;
  let timer: (() => void) | null = null;
  let answerLost = false;
  let away = false;
  const told: Saving[] = [];
  const writes: Write[] = [];

  const put = (write: Write): Outcome => {
    writes.push(write);
    if (away) return { kind: 'unreachable', message: 'away' };
    if (write.version !== serverSetup.version) {
      return write.writeId === serverSetup.lastWriteId ? { kind: 'saved', setup: serverSetup } : { kind: 'conflict', present: serverSetup };
    }
    serverSetup = {
      ...serverSetup,
      name: write.name,
      settings: write.settings,
      version: write.version + 1,
      lastWriteId: write.writeId,
      updatedAt: `t${write.version + 1}`,
    };
    return answerLost ? { kind: 'unreachable', message: 'lost' } : { kind: 'saved', setup: serverSetup };
  };

  const world: AutosaveWorld = {
    write: (_id, write) => Promise.resolve(put(write)),
    read: () => ({ setupId: 's', version, edit }),
    tell: (saving) => told.push(saving),
    tellVersion: (next) => (version = next),
    later: (_ms, then) => {
      timer = then;
      return () => (timer = null);
    },
    newId: () => `w${++ids}`,
  };
  const keeper = createAutosave(world);
  keeper.reset(serverSetup);

  return {
    keeper,
    told,
    writes,
    change: (next: SavedEdit) => {
      edit = next;
      keeper.changed();
    },
    /** Lets the timer that is set go off, and all that follows from it. */
    tick: async () => {
      const then = timer;
      timer = null;
      then?.();
      for (let i = 0; i < 10; i++) await Promise.resolve();
    },
    elsewhere: (next: SavedEdit) => {
      serverSetup = { ...serverSetup, ...next, version: serverSetup.version + 1, lastWriteId: 'other' };
    },
    set: (now: { away?: boolean; answerLost?: boolean }) => {
      away = now.away ?? away;
      answerLost = now.answerLost ?? answerLost;
    },
    last: () => told[told.length - 1],
    server: () => serverSetup,
    timerSet: () => timer !== null,
  };
}

describe('saving', () => {
  test('gathers changes into one write and says when it is saved', async () => {
    const b = bench();
    b.change(rise(1));
    b.change(rise(2));
    b.change(rise(3));
    expect(b.last()).toEqual({ phase: 'changed' });
    await b.tick();
    expect(b.writes).toHaveLength(1);
    expect(b.server().settings.movements.riseMm).toBe(3);
    expect(b.last()).toEqual({ phase: 'saved', at: 't2' });
    expect(GATHER_MS).toBeLessThan(1000);
  });

  test('what is changed back before it was saved needs no write', async () => {
    const b = bench();
    b.change(rise(1));
    b.change(rise(0));
    await b.tick();
    expect(b.writes).toHaveLength(0);
    expect(b.last()).toEqual({ phase: 'saved', at: 't1' });
  });

  test('tries again while the server is away and takes the newest state along', async () => {
    const b = bench();
    b.set({ away: true });
    b.change(rise(1));
    await b.tick();
    expect(b.last()).toMatchObject({ phase: 'waiting' });
    b.change(rise(2));
    await b.tick();
    expect(b.last()).toMatchObject({ phase: 'waiting' });
    b.set({ away: false });
    await b.tick();
    expect(b.last()).toEqual({ phase: 'saved', at: 't2' });
    expect(b.server().settings.movements.riseMm).toBe(2);
  });

  test('a write whose answer was lost is no conflict with oneself, not even after further changes', async () => {
    const b = bench();
    b.set({ answerLost: true });
    b.change(rise(1));
    await b.tick();
    expect(b.server().version).toBe(2);
    b.change(rise(5));
    b.set({ answerLost: false });
    await b.tick();
    expect(b.told.some(({ phase }) => phase === 'elsewhere')).toBe(false);
    expect(b.last()).toMatchObject({ phase: 'saved' });
    expect(b.server().settings.movements.riseMm).toBe(5);
  });

  test('a change from elsewhere halts it until the photographer has chosen', async () => {
    const b = bench();
    b.elsewhere(rise(8));
    b.change(rise(1));
    await b.tick();
    expect(b.last()).toMatchObject({ phase: 'elsewhere', theirs: { settings: { movements: { riseMm: 8 } } } });
    b.change(rise(2));
    expect(b.timerSet()).toBe(false);
    expect(b.server().settings.movements.riseMm).toBe(8);
    b.keeper.overwrite(b.server());
    await b.tick();
    expect(b.server().settings.movements.riseMm).toBe(2);
    expect(b.last()).toMatchObject({ phase: 'saved' });
  });

  test('after taking theirs there is nothing to write', async () => {
    const b = bench();
    b.elsewhere(rise(8));
    b.change(rise(1));
    await b.tick();
    b.keeper.reset(b.server());
    b.change(rise(8));
    await b.tick();
    expect(b.writes).toHaveLength(1);
    expect(b.last()).toMatchObject({ phase: 'saved' });
  });
});

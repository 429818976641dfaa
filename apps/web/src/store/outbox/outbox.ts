import type { EntryStore } from './entryStore';
import { isOvertaken, laneOf, versionAfter } from './kinds/registry';
import type { Entry, Head, Trouble, Write } from './write';

/** What became of sending a change. */
export type Outcome =
  | { readonly kind: 'done'; readonly answer: unknown }
  | { readonly kind: 'conflict'; readonly message: string; readonly present: unknown }
  /** The server could not be reached, or can do nothing at present: later it may. */
  | { readonly kind: 'away'; readonly message: string }
  /** The server could not process this change. */
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'refused'; readonly message: string }
  | { readonly kind: 'gone'; readonly message: string };

/** What the pages see of the outbox. */
export interface OutboxState {
  readonly entries: readonly Entry[];
  /** The change that is on its way. */
  readonly sending: number | null;
  /** Why nothing can be sent at present; `null` while it can. */
  readonly away: string | null;
}

/** What happened to a change. */
export type OutboxEvent =
  | { readonly kind: 'added'; readonly entry: Entry }
  | { readonly kind: 'delivered'; readonly entry: Entry; readonly answer: unknown }
  | { readonly kind: 'troubled'; readonly entry: Entry }
  | { readonly kind: 'discarded'; readonly entry: Entry };

/** What the outbox needs of the world around it. */
export interface OutboxWorld {
  readonly store: EntryStore;
  readonly send: (entry: Entry) => Promise<Outcome>;
  /** Brings a change that met another state into line with it (`write: null`: nothing is left to send); `null` where somebody has to decide. */
  readonly reconciled: (entry: Entry, present: unknown) => Promise<{ readonly write: Write | null } | null>;
  /** The changes that wait behind one, after that one was made against another state. */
  readonly following: (later: readonly Entry[], resolved: Write) => Promise<readonly Write[]>;
  /** A change that may have been stored by an earlier Gangway. */
  readonly inPresentVersion: (write: Write) => Promise<Write>;
  /** Runs something while no other tab does. */
  readonly alone: (work: () => Promise<void>) => Promise<void>;
  /** Tells the other tabs. */
  readonly announce: (event: OutboxEvent) => void;
  /** How long a change is held back so that what follows at once goes with it, ms. */
  readonly gatherMs: (write: Write) => number;
  readonly later: (ms: number, then: () => void) => () => void;
  readonly now: () => number;
  readonly newId: () => string;
}

export interface Outbox {
  /**
   * Puts a change in; it is stored when this resolves, and sent by itself. One
   * that could not be stored is sent all the same while the page is open.
   */
  readonly submit: (write: Write, chain?: string | null) => Promise<Entry>;
  /** Sends what waits, without waiting for the next attempt. */
  readonly hurry: () => void;
  /** Tries a change that is in trouble once more. */
  readonly retry: (seq: number) => Promise<void>;
  /** Drops a change, and those that wait behind it in its lane. */
  readonly discard: (seq: number) => Promise<void>;
  /** After a conflict: sends what was decided instead; nothing, where all is left as it is there. */
  readonly resolve: (seq: number, write: Write | null) => Promise<void>;
  /** Something happened in another tab. */
  readonly heard: (event: OutboxEvent) => void;
  readonly state: () => OutboxState;
  readonly subscribe: (listener: () => void) => () => void;
  readonly listen: (listener: (event: OutboxEvent, own: boolean) => void) => () => void;
  /** Reads what waits from before, and begins to send. */
  readonly start: () => Promise<void>;
}

const RETRY_MS = [1000, 2000, 4000, 8000, 15_000, 30_000];
/** A change that the server could not process this often is no longer sent by itself. */
const FAILURES_MOST = 4;

/**
 * All changes on their way to the server. Each is stored on the device before
 * it counts as made, and sent in order, lane by lane, by one tab at a time.
 * What the server refuses stays, with the reason, until somebody decides.
 */
export function createOutbox(world: OutboxWorld): Outbox {
  let state: OutboxState = { entries: [], sending: null, away: null };
  let failures = 0;
  let cancelTimer: (() => void) | null = null;
  let running: Promise<void> | null = null;
  let again = false;
  let upToDate = false;
  const subscribers = new Set<() => void>();
  const listeners = new Set<(event: OutboxEvent, own: boolean) => void>();

  function set(change: Partial<OutboxState>): void {
    state = { ...state, ...change };
    for (const each of subscribers) each();
  }
  function happened(event: OutboxEvent): void {
    for (const each of listeners) each(event, true);
    world.announce(event);
  }
  const read = async (): Promise<readonly Entry[]> => {
    const entries = await world.store.all();
    set({ entries });
    return entries;
  };

  /** What can be sent: the first of each lane, unless it is in trouble. */
  function next(entries: readonly Entry[], tried: ReadonlySet<number>): Entry | null {
    const lanes = new Set<string>();
    for (const entry of entries) {
      if (lanes.has(entry.lane)) continue;
      lanes.add(entry.lane);
      if (entry.trouble === null && !tried.has(entry.seq)) return entry;
    }
    return null;
  }

  async function troubled(seq: number, trouble: Trouble): Promise<void> {
    const entry = await world.store.change(seq, (each) => ({ ...each, trouble }));
    await read();
    if (entry) happened({ kind: 'troubled', entry });
  }

  async function delivered(entry: Entry, answer: unknown): Promise<void> {
    const version = versionAfter(entry.write, answer);
    const head: Head | null = entry.chain === null || version === null ? null : { lane: entry.lane, chain: entry.chain, version };
    await world.store.remove([entry.seq], head);
    await read();
    happened({ kind: 'delivered', entry, answer });
  }

  /** Puts another change in place of one, under an id of its own, and brings those behind it into line. */
  async function replace(entry: Entry, write: Write): Promise<void> {
    const later = (await world.store.all()).filter(({ lane, seq }) => lane === entry.lane && seq > entry.seq);
    const writes = await world.following(later, write);
    await world.store.change(entry.seq, (each) => ({ ...each, write, id: world.newId(), attempts: 0, failures: 0, trouble: null }));
    for (const [i, each] of later.entries()) {
      const follows = writes[i];
      if (follows) await world.store.change(each.seq, (one) => ({ ...one, write: follows, attempts: 0, id: world.newId() }));
      else await world.store.remove([each.seq], null);
    }
    await read();
  }

  async function conflict(entry: Entry, message: string, present: unknown): Promise<void> {
    const found = await world.reconciled(entry, present);
    if (found?.write) await replace(entry, found.write);
    else if (found) await delivered(entry, present);
    else await troubled(entry.seq, { kind: 'conflict', message, present });
  }

  /** Sends one change. Answers whether the server was there. */
  async function sendOne(seq: number, tried: Set<number>): Promise<boolean> {
    // As it is now: it may have been written over since it was read.
    const entry = await world.store.change(seq, (each) => ({ ...each, attempts: each.attempts + 1 }));
    if (!entry) return true;
    set({ sending: seq });
    const outcome = await world.send(entry);
    set({ sending: null });
    if (outcome.kind !== 'away') set({ away: null });
    switch (outcome.kind) {
      case 'done':
        if (isOvertaken(entry, outcome.answer)) await conflict(entry, '', outcome.answer);
        else await delivered(entry, outcome.answer);
        return true;
      case 'conflict':
        await conflict(entry, outcome.message, outcome.present);
        return true;
      case 'away':
        set({ away: outcome.message });
        return false;
      case 'failed':
        tried.add(seq);
        await world.store.change(seq, (each) => ({ ...each, failures: each.failures + 1 }));
        if (entry.failures + 1 >= FAILURES_MOST) await troubled(seq, { kind: 'failed', message: outcome.message });
        return true;
      case 'refused':
      case 'gone':
        await troubled(seq, { kind: outcome.kind, message: outcome.message });
        return true;
    }
  }

  /** What an earlier Gangway has stored is brought to the present version before anything is sent. */
  async function bringUpToDate(): Promise<void> {
    for (const entry of await world.store.all()) {
      const write = await world.inPresentVersion(entry.write);
      if (write !== entry.write) await world.store.change(entry.seq, (each) => ({ ...each, write }));
    }
    upToDate = true;
  }

  async function pass(): Promise<void> {
    if (!upToDate) await bringUpToDate();
    const tried = new Set<number>();
    let there = true;
    for (let entry = next(await read(), tried); entry && there; entry = next(await read(), tried)) there = await sendOne(entry.seq, tried);
    failures = there && tried.size === 0 ? 0 : failures + 1;
    if (failures > 0) schedule(RETRY_MS[Math.min(failures, RETRY_MS.length) - 1] ?? 30_000);
  }

  function schedule(ms: number): void {
    cancelTimer?.();
    cancelTimer = world.later(ms, () => {
      cancelTimer = null;
      hurry();
    });
  }

  function hurry(): void {
    if (running) {
      again = true;
      return;
    }
    cancelTimer?.();
    cancelTimer = null;
    running = world
      .alone(pass)
      // The device’s storage fails, or a part of the page cannot be loaded: it is tried again later.
      .catch(() => schedule(8000))
      .finally(() => {
        running = null;
        const more = again && failures === 0;
        again = false;
        if (more) hurry();
      });
  }

  async function discard(seq: number): Promise<void> {
    const entry = state.entries.find((each) => each.seq === seq);
    if (!entry) return;
    const dropped = (await world.store.all()).filter((each) => each.lane === entry.lane && each.seq >= seq);
    await world.store.remove(
      dropped.map((each) => each.seq),
      null,
    );
    await read();
    for (const each of dropped) happened({ kind: 'discarded', entry: each });
    hurry();
  }

  return {
    submit: async (write, chain = null) => {
      const entry = await world.store.add({ id: world.newId(), lane: laneOf(write), chain, write, since: world.now() });
      await read();
      happened({ kind: 'added', entry });
      const wait = world.gatherMs(write);
      // While the server is away the next attempt takes it along.
      if (wait === 0 && state.away === null) hurry();
      else if (!cancelTimer) schedule(wait);
      return entry;
    },
    hurry,
    retry: async (seq) => {
      await world.store.change(seq, (each) => ({ ...each, trouble: null, failures: 0 }));
      await read();
      hurry();
    },
    discard,
    resolve: async (seq, write) => {
      const entry = state.entries.find((each) => each.seq === seq);
      if (!entry) return;
      if (!write) {
        await discard(seq);
        return;
      }
      await replace(entry, write);
      happened({ kind: 'added', entry: { ...entry, write, trouble: null } });
      hurry();
    },
    heard: (event) => {
      for (const each of listeners) each(event, false);
      void read().then(() => {
        if (event.kind === 'added') hurry();
      });
    },
    state: () => state,
    subscribe: (listener) => {
      subscribers.add(listener);
      return () => subscribers.delete(listener);
    },
    listen: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    start: async () => {
      await read();
      hurry();
    },
  };
}

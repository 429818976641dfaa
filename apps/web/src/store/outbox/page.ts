import { outboxText } from '@gangway/messages/web/outbox';
import { useSyncExternalStore } from 'react';
import { guarded, UNSTORED_FROM, type EntryStore } from './entryStore';
import { takeLastChange } from './lastChange';
import { createOutbox, type OutboxEvent } from './outbox';
import { gatheredFor } from '../pressed';
import { pendingIn } from './overlay';
import { send } from './send';
import type { Entry } from './write';

// The outbox of this browser: one database for all tabs, one tab sending at a
// time, and each told what the others do.

const NAME = 'gangway-outbox';

/** A setup that is being changed is sent this often, ms. */
const GATHER_MS = 350;

/** A store that opens when it is used first. */
function opening(open: () => Promise<EntryStore>): EntryStore {
  let opened: Promise<EntryStore> | null = null;
  const store = () => (opened ??= open());
  return {
    all: async () => (await store()).all(),
    add: async (draft) => (await store()).add(draft),
    change: async (seq, changed) => (await store()).change(seq, changed),
    remove: async (seqs, head) => (await store()).remove(seqs, head),
  };
}

let storageTrouble: string | null = null;
const troubleListeners = new Set<() => void>();

function tellTrouble(error: unknown): void {
  const words = error === null ? null : troubleWords(error);
  if (words === storageTrouble) return;
  storageTrouble = words;
  if (error !== null) console.warn('Gangway cannot store changes on this device.', error);
  for (const each of troubleListeners) each();
}

function troubleWords(error: unknown): string {
  return error instanceof DOMException && error.name === 'QuotaExceededError' ? outboxText.unstoredFull : outboxText.unstoredForbidden;
}

// Tests read the pages’ state where there is no window.
const inBrowser = typeof window !== 'undefined';
const channel = inBrowser ? new BroadcastChannel(NAME) : null;

export const outbox = createOutbox({
  // Loaded beside the page, which does not wait for it.
  store: guarded(
    opening(async () => (await import('./indexedStore')).indexedStore()),
    tellTrouble,
  ),
  send,
  reconciled: async (entry, present) => (await import('./conflicts')).reconciled(entry, present),
  following: async (later, resolved) => (later.length === 0 ? [] : (await import('./conflicts')).following(later, resolved)),
  inPresentVersion: async (write) => (await import('./upgrade')).upgradedWrite(write),
  alone: async (work) => {
    // Every browser that Gangway runs in has locks, but only on its own machine or by HTTPS.
    if ('locks' in navigator) await navigator.locks.request(NAME, work);
    else await work();
  },
  announce: (event) => channel?.postMessage(event),
  gatherMs: ({ kind }) => (kind === 'setup' ? gatheredFor(GATHER_MS) : 0),
  later: (ms, then) => {
    const timer = setTimeout(then, ms);
    return () => clearTimeout(timer);
  },
  now: () => Date.now(),
  newId: () => crypto.randomUUID(),
});
pendingIn(() => outbox.state().entries);
channel?.addEventListener('message', ({ data }: MessageEvent<OutboxEvent>) => outbox.heard(data));

/** Resolves when what waits from before has been read; soon, in any case. */
export const outboxReady: Promise<void> = new Promise((resolve) => {
  if (!inBrowser) {
    resolve();
    return;
  }
  setTimeout(resolve, 1000);
  void begun().finally(resolve);
});

/** What a page that was closed could not store any more goes into the outbox first. */
async function begun(): Promise<void> {
  const last = takeLastChange();
  if (last) await outbox.submit(last.write, last.chain);
  await outbox.start();
}

if (inBrowser) {
  addEventListener('online', outbox.hurry);
  addEventListener('focus', outbox.hurry);
  // What could not be stored is lost with the page.
  addEventListener('beforeunload', (event) => {
    if (outbox.state().entries.some(({ seq }) => seq > UNSTORED_FROM)) event.preventDefault();
  });
}

/** How long a question to the server waits for what it is about to be made there, ms. */
const MADE_WITHIN_MS = 5000;

const isMaking = ({ write, trouble }: Entry): boolean => trouble === null && (write.kind === 'newJob' || write.kind === 'newSetup');

/** Resolves when no job and no setup is on its way to be made, or the server is away. */
export async function allMade(): Promise<void> {
  const settled = (): boolean => outbox.state().away !== null || !outbox.state().entries.some(isMaking);
  if (settled()) return;
  await new Promise<void>((resolve) => {
    const timer = setTimeout(done, MADE_WITHIN_MS);
    const stop = outbox.subscribe(() => settled() && done());
    function done(): void {
      clearTimeout(timer);
      stop();
      resolve();
    }
  });
}

/** What waits, and how the sending goes. */
export function useOutbox() {
  return useSyncExternalStore(outbox.subscribe, outbox.state);
}

function subscribeTrouble(listener: () => void): () => void {
  troubleListeners.add(listener);
  return () => troubleListeners.delete(listener);
}

/** Why changes cannot be stored on this device, in words; `null` while they can. */
export function useStorageTrouble(): string | null {
  return useSyncExternalStore(subscribeTrouble, () => storageTrouble);
}

/** The changes of one lane that wait, in order. */
export const waitingIn = (lane: string): readonly Entry[] => outbox.state().entries.filter((entry) => entry.lane === lane);

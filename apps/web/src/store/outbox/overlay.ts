import { overlaidBy } from './kinds/registry';
import type { Listed } from './kinds/kind';
import type { Entry } from './write';

// What waits in the outbox, for the queries of the pages: what the server
// answers does not have it yet.
let pending: () => readonly Entry[] = () => [];

/** Says where the changes that wait are found. */
export function pendingIn(read: () => readonly Entry[]): void {
  pending = read;
}

/** The changes that wait at this moment. */
export const pendingNow = (): readonly Entry[] => pending();

/**
 * What the server answered, with the changes laid over it that it may not have
 * had: those that waited when it was asked, and those that wait now.
 *
 * @param before what waited when the server was asked; a change that arrived meanwhile is laid over as well, which changes nothing
 */
export function overlaid<L extends keyof Listed>(name: L, listed: Listed[L], before: readonly Entry[]): Listed[L] {
  const all = new Map([...before, ...pendingNow()].map((entry) => [entry.seq, entry]));
  return [...all.values()].sort((a, b) => a.seq - b.seq).reduce((value, { write }) => overlaidBy(name, value, write), listed);
}

import type { Draft, Entry, Head } from './write';

/** Where a draft goes: over a change that waits already, or behind the others. */
export interface Placing {
  /** The place of the waiting change whose content it takes over; `null` for none. */
  readonly over: number | null;
  readonly draft: Draft;
}

/**
 * Finds the place of a new change among those that wait. Changes of a setup
 * from one chain build on each other: as long as the one before was never
 * sent, the newer one takes its place; otherwise it follows with the next
 * version. A change from another chain keeps its version, and meets the
 * server as what it is: made against an older state.
 *
 * @param draft the new change
 * @param lane what waits in its lane, in order
 * @param head what reached the server of that lane last; `null` when nothing did
 */
export function placing(draft: Draft, lane: readonly Entry[], head: Head | null): Placing {
  const { write, chain } = draft;
  if (write.kind !== 'setup') return { over: null, draft };
  const at = (version: number): Draft => ({ ...draft, write: { ...write, version } });
  const last = lane[lane.length - 1];
  if (last?.chain === chain && last.write.kind === 'setup') {
    // An attempt may have reached the server although its answer did not come: its content stays.
    const open = last.attempts === 0 && last.trouble === null;
    const { version } = last.write;
    return open ? { over: last.seq, draft: { ...at(version), id: last.id, since: last.since } } : { over: null, draft: at(version + 1) };
  }
  return { over: null, draft: head !== null && head.chain === chain ? at(head.version) : draft };
}

import equal from 'fast-deep-equal';
import type { NamedSettings } from '@gangway/contract/record/differences/settings';

/** What autosave needs of the world around it. */
export interface AutosaveWorld {
  /** The setup under edit as it is now; `null` when none is. */
  readonly read: () => NamedSettings | null;
  /** Puts a state of it into the outbox; resolves when it is stored on the device. */
  readonly store: (edit: NamedSettings) => Promise<void>;
  /** Whether all that was changed is in the outbox. */
  readonly tell: (stored: boolean) => void;
  readonly later: (ms: number, then: () => void) => () => void;
}

export interface Autosave {
  /** Something was changed: it is stored shortly, together with what follows at once. */
  readonly changed: () => void;
  /** Store now what is not stored yet. */
  readonly now: () => void;
  /** Start from a state that is safe already; from nothing when no setup is open. */
  readonly reset: (from: NamedSettings | null) => void;
}

/** A change goes into the outbox after this long, with what followed it, ms; the page waits longer while something is dragged. */
export const GATHER_MS = 120;

/**
 * Brings the setup under edit into the outbox: a few times a second while
 * something is dragged, at once when the bench is left.
 */
export function createAutosave(world: AutosaveWorld): Autosave {
  let cancelTimer: (() => void) | null = null;
  let safe: NamedSettings | null = null;
  let opening = 0;

  function flush(): void {
    cancelTimer = null;
    const edit = world.read();
    if (!edit) return;
    if (safe && equal(safe, edit)) {
      // Changed and changed back: there is nothing to store.
      world.tell(true);
      return;
    }
    const mine = opening;
    safe = edit;
    void world.store(edit).then(() => {
      const after = world.read();
      if (mine === opening && after && equal(after, edit)) world.tell(true);
    });
  }

  return {
    changed: () => {
      world.tell(false);
      cancelTimer ??= world.later(GATHER_MS, flush);
    },
    now: () => {
      if (!cancelTimer) return;
      cancelTimer();
      flush();
    },
    reset: (from) => {
      opening++;
      cancelTimer?.();
      cancelTimer = null;
      safe = from;
    },
  };
}

import type { SetupWrite } from '@gangway/contract/setup';
import type { Setup } from '@gangway/contract/storedSetup';
import equal from 'fast-deep-equal';
import type { Saving } from './state';
import type { SetupSettings } from '@gangway/core/model/setup';

/** What became of a write. */
export type Outcome =
  | { readonly kind: 'saved'; readonly setup: Setup }
  | { readonly kind: 'conflict'; readonly present: Setup }
  | { readonly kind: 'unreachable'; readonly message: string }
  | { readonly kind: 'refused'; readonly message: string }
  | { readonly kind: 'gone'; readonly message: string };

/** The part of an edit that is saved. */
export interface SavedEdit {
  readonly name: string;
  readonly settings: SetupSettings;
}

/** One write of a setup, as it is on the bench. */
export type Write = Omit<SetupWrite, 'settings'> & SavedEdit;

/** What the keeper needs of the world around it. */
export interface AutosaveWorld {
  readonly write: (setupId: string, write: Write) => Promise<Outcome>;
  /** The setup under edit as it is now; `null` when none is. */
  readonly read: () => { readonly setupId: string; readonly version: number; readonly edit: SavedEdit } | null;
  readonly tell: (saving: Saving) => void;
  readonly tellVersion: (version: number) => void;
  readonly later: (ms: number, then: () => void) => () => void;
  readonly newId: () => string;
}

export interface Keeper {
  /** Something was changed: it will be kept shortly, together with what follows at once. */
  readonly changed: () => void;
  /** Keep now what is not saved, without waiting. */
  readonly now: () => void;
  /** After a conflict: go on from their version, so that ours is written over it. */
  readonly overwrite: (theirs: Setup) => void;
  /** Forget everything and start from what the server has of a setup; from nothing when none is open. */
  readonly reset: (from: (SavedEdit & { readonly updatedAt: string }) | null) => void;
  /** The ids of writes whose answer never came: if one of them is the server's last, it was ours. */
  readonly lostWrites: () => readonly string[];
  readonly adoptLost: (ids: readonly string[]) => void;
}

/** Changes that follow each other within this are kept in one write. */
export const GATHER_MS = 350;
/** A long gesture is saved in between, at the latest after this. */
const GATHER_MOST_MS = 1500;
const RETRY_MS = [1000, 2000, 4000, 8000];

/**
 * Keeps the setup under edit: gathers changes, has one write under way at a
 * time, tries again while the server is away, and stops at a conflict until
 * the photographer has chosen. A write whose answer was lost is recognised by
 * its id, so that nobody is told of a conflict with themselves.
 */
export function createAutosave(world: AutosaveWorld): Keeper {
  let cancelTimer: (() => void) | null = null;
  let gatheringSince: number | null = null;
  let underWay = false;
  let halted = false;
  let failures = 0;
  let generation = 0;
  let lost: string[] = [];
  let base: { readonly edit: SavedEdit; readonly at: string } | null = null;
  let pending: { readonly id: string; readonly edit: SavedEdit; readonly version: number } | null = null;

  function schedule(ms: number): void {
    cancelTimer?.();
    cancelTimer = world.later(ms, () => {
      cancelTimer = null;
      gatheringSince = null;
      void flush();
    });
  }

  async function flush(): Promise<void> {
    const now = world.read();
    if (!now || underWay || halted) return;
    if (base && equal(base.edit, now.edit) && lost.length === 0) {
      // Changed and changed back: there is nothing to write.
      world.tell({ phase: 'saved', at: base.at });
      return;
    }
    // The same content against the same version again is the same write, under the same id.
    const same = pending && pending.version === now.version && equal(pending.edit, now.edit);
    const sent = same && pending ? pending : { id: world.newId(), edit: now.edit, version: now.version };
    pending = sent;
    underWay = true;
    const mine = generation;
    world.tell({ phase: 'saving' });
    const outcome = await world.write(now.setupId, { version: sent.version, writeId: sent.id, ...sent.edit });
    if (mine !== generation) return;
    underWay = false;
    settle(outcome, sent);
  }

  function settle(outcome: Outcome, sent: { readonly id: string; readonly edit: SavedEdit }): void {
    switch (outcome.kind) {
      case 'saved': {
        failures = 0;
        lost = [];
        pending = null;
        base = { edit: sent.edit, at: outcome.setup.updatedAt };
        world.tellVersion(outcome.setup.version);
        const after = world.read();
        if (after && !equal(after.edit, sent.edit)) {
          world.tell({ phase: 'changed' });
          schedule(GATHER_MS);
        } else {
          world.tell({ phase: 'saved', at: outcome.setup.updatedAt });
        }
        return;
      }
      case 'conflict':
        pending = null;
        if (outcome.present.lastWriteId !== null && lost.includes(outcome.present.lastWriteId)) {
          lost = [];
          world.tellVersion(outcome.present.version);
          void flush();
          return;
        }
        halted = true;
        world.tell({ phase: 'elsewhere', theirs: outcome.present });
        return;
      case 'unreachable':
        if (!lost.includes(sent.id)) lost.push(sent.id);
        world.tell({ phase: 'waiting', message: outcome.message });
        schedule(RETRY_MS[Math.min(failures, RETRY_MS.length - 1)] ?? 8000);
        failures++;
        return;
      case 'refused':
        pending = null;
        world.tell({ phase: 'refused', message: outcome.message });
        return;
      case 'gone':
        halted = true;
        world.tell({ phase: 'gone', message: outcome.message });
    }
  }

  return {
    changed: () => {
      if (halted) return;
      if (underWay) return;
      if (failures === 0) world.tell({ phase: 'changed' });
      // While the server is away the retry already planned takes the newest state along.
      if (failures > 0 && cancelTimer) return;
      const at = Date.now();
      gatheringSince ??= at;
      schedule(Math.max(0, Math.min(GATHER_MS, gatheringSince + GATHER_MOST_MS - at)));
    },
    now: () => {
      if (cancelTimer === null) return;
      cancelTimer();
      cancelTimer = null;
      gatheringSince = null;
      void flush();
    },
    overwrite: (theirs) => {
      halted = false;
      pending = null;
      base = null;
      world.tellVersion(theirs.version);
      void flush();
    },
    reset: (from) => {
      generation++;
      base = from && { edit: { name: from.name, settings: from.settings }, at: from.updatedAt };
      cancelTimer?.();
      cancelTimer = null;
      gatheringSince = null;
      underWay = false;
      halted = false;
      failures = 0;
      lost = [];
      pending = null;
    },
    lostWrites: () => (underWay && pending ? [...lost, pending.id] : lost),
    adoptLost: (ids) => {
      lost = [...ids];
    },
  };
}

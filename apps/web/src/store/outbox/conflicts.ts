import equal from 'fast-deep-equal';
import { conflictText } from '@gangway/messages/web/conflict';
import { say } from '@gangway/messages/say';
import { jobConflictSchema, type JobPatch, type JobSummary } from '@gangway/contract/job';
import { kitConflictSchema, type Kit, type KitChange } from '@gangway/contract/kit';
import { logConflictSchema } from '@gangway/contract/log';
import { timeToTheSecond } from '@gangway/messages/date';
import type { Difference, Side } from '@gangway/contract/record/differences/difference';
import { jobDifferences } from '@gangway/contract/record/differences/job';
import { itemDifferences, mergedItem } from '@gangway/contract/record/differences/kitItem';
import { mergedSetup, setupDifferences } from '@gangway/contract/record/differences/settings';
import { mergedShot, shotDifferences } from '@gangway/contract/record/differences/shot';
import { setupSchema } from '@gangway/contract/setup';
import { openedSettings, storedSettings } from '@gangway/contract/storedSetup';
import type { Shot } from '@gangway/core/log/shotFields';
import type { Entry, Write, WriteOf } from './write';

// What a change and the state that it met have in common, and what is to be
// decided. Loaded only when a change has met another state.

/** What is to be decided, and what follows from a decision. */
export interface Conflict {
  readonly differences: readonly Difference[];
  /** The change that brings it about; `null` when nothing is left to change. */
  readonly resolved: (picks: Readonly<Record<string, Side>>) => Write | null;
}

export type Picks = Readonly<Record<string, Side>>;

/** What only one side has changed, taken from that side. */
export function obviousPicks(differences: readonly Difference[]): Picks {
  return Object.fromEntries(differences.flatMap(({ key, changedBy }) => (changedBy === null ? [] : [[key, changedBy]])));
}

/** What a change that met another state has to be decided about; `null` where it cannot be known. */
export function conflictOf(write: Write, present: unknown): Conflict | null {
  switch (write.kind) {
    case 'setup':
      return setupConflict(write, present);
    case 'job':
      return jobConflict(write, present);
    case 'log':
      return logConflict(write, present);
    case 'kit':
      return kitConflict(write, present);
    default:
      return null;
  }
}

function setupConflict(write: WriteOf<'setup'>, present: unknown): Conflict | null {
  const read = setupSchema.safeParse(present);
  if (!read.success) return null;
  const named = (of: { readonly name: string; readonly settings: WriteOf<'setup'>['settings'] }) => ({
    name: of.name,
    settings: openedSettings(of.settings),
  });
  const [ours, theirs, was] = [named(write), named(read.data), write.ancestor && named(write.ancestor)];
  return {
    differences: setupDifferences(ours, theirs, was),
    resolved: (picks) => {
      const { name, settings } = mergedSetup(ours, theirs, picks);
      const ancestor = { name: read.data.name, settings: read.data.settings };
      return { ...write, name, settings: storedSettings(settings), version: read.data.version, ancestor };
    },
  };
}

const patchOf = ({ name, place, day, dismissedCautions }: JobSummary): JobPatch =>
  // What the schema of the change allows is what the server holds.
  ({ name, place, day, dismissedCautions });

function jobConflict(write: WriteOf<'job'>, present: unknown): Conflict | null {
  const read = jobConflictSchema.safeParse({ present });
  if (!read.success) return null;
  const theirs = read.data.present;
  const differences = jobDifferences(write.patch, patchOf(theirs), write.was);
  return {
    differences,
    resolved: (picks) => {
      const dropped = differences.filter(({ key }) => picks[key] === 'theirs').map(({ key }) => key);
      const patch = Object.fromEntries(Object.entries(write.patch).filter(([key]) => !dropped.includes(key)));
      return Object.keys(patch).length === 0 ? null : { ...write, patch, was: patchOf(theirs), version: theirs.version };
    },
  };
}

function logConflict(write: WriteOf<'log'>, present: unknown): Conflict | null {
  const read = logConflictSchema.safeParse({ present });
  if (!read.success) return null;
  const { versions } = read.data.present;
  const theirs = new Map(read.data.present.shots.map((shot) => [shot.id, shot]));
  const was = new Map(write.was.map((shot) => [shot.id, shot]));
  const touched = Object.keys(versions);
  const differences = touched.flatMap((id) => shotSides(id, write, theirs.get(id) ?? null, was.get(id) ?? null));
  return {
    differences,
    resolved: (picks) => {
      const shots = write.put.flatMap((shot): readonly Shot[] => {
        const there = theirs.get(shot.id);
        if (!touched.includes(shot.id)) return [shot];
        if (!there) return picks[shot.id] === 'theirs' ? [] : [shot];
        const merged = mergedShot(shot, there, within(picks, shot.id));
        return equal(merged, there) ? [] : [merged];
      });
      const remove = write.remove.filter((id) => !touched.includes(id) || (theirs.has(id) && picks[id] !== 'theirs'));
      const ids = [...shots.map(({ id }) => id), ...remove];
      if (ids.length === 0) return null;
      return {
        ...write,
        put: shots,
        remove,
        was: ids.flatMap((id) => theirs.get(id) ?? was.get(id) ?? []),
        versions: Object.fromEntries(ids.map((id) => [id, versions[id] ?? write.versions[id] ?? 0])),
      };
    },
  };
}

/** In which values one shot differs; or that one side has it and the other has not. */
function shotSides(id: string, write: WriteOf<'log'>, there: Shot | null, before: Shot | null): readonly Difference[] {
  const here = write.put.find((shot) => shot.id === id);
  const shot = here ?? there;
  if (!shot) return [];
  const label = say(conflictText.shotOf, { time: timeToTheSecond(new Date(shot.at)) });
  if (here && there)
    return shotDifferences(here, there, before).map((each) => ({ ...each, key: `${id}.${each.key}`, label: `${label}: ${each.label}` }));
  const words = (has: boolean) => (has ? conflictText.kept : conflictText.deletedThere);
  const whole = { key: id, label, ours: words(here !== undefined), theirs: words(there !== null), was: null, changedBy: null };
  // Put back what was deleted there, or deleted here what was changed there: nobody but the photographer can say.
  return [whole];
}

/** The picks of one thing, without its id. */
function within(picks: Picks, id: string): Picks {
  return Object.fromEntries(
    Object.entries(picks).flatMap(([key, side]) => (key.startsWith(`${id}.`) ? [[key.slice(id.length + 1), side]] : [])),
  );
}

function kitConflict(write: WriteOf<'kit'>, present: unknown): Conflict | null {
  const read = kitConflictSchema.safeParse({ present });
  if (!read.success) return null;
  const theirs: Kit = read.data.present;
  const differences = write.changes.flatMap((change) => kitSides(change, theirs, write));
  return {
    differences,
    resolved: (picks) => {
      const changes = write.changes.flatMap((change) => kitResolved(change, theirs, picks));
      return changes.length === 0 ? null : { ...write, changes };
    },
  };
}

const idOf = (change: KitChange): string => {
  if (change.op === 'putItem') return change.item.id;
  return change.op === 'putRig' ? change.rig.id : change.id;
};

function rowOf(kit: Kit, change: KitChange) {
  const id = idOf(change);
  return change.op === 'putItem' || change.op === 'removeItem'
    ? kit.items.find(({ item }) => item.id === id)
    : kit.rigs.find(({ rig }) => rig.id === id);
}

const nameIn = (row: NonNullable<ReturnType<typeof rowOf>>): string => ('item' in row ? row.item.name : row.rig.name);

function kitSides(change: KitChange, theirs: Kit, { was }: WriteOf<'kit'>): readonly Difference[] {
  const row = rowOf(theirs, change);
  const isPut = change.op === 'putItem' || change.op === 'putRig';
  if (row?.version === change.version || (!row && isPut && change.version === null)) return [];
  const id = idOf(change);
  if (change.op === 'putItem' && row && 'item' in row && row.item.kind === change.item.kind)
    return itemDifferences(
      { item: change.item, archived: change.archived },
      { item: row.item, archived: row.archived },
      was.find(({ item }) => item.id === id) ?? null,
    ).map((each) => ({
      ...each,
      key: `${id}.${each.key}`,
      label: say(conflictText.itemOfTheKit, { name: `${change.item.name}, ${each.label}` }),
    }));
  let name = id;
  if (change.op === 'putRig') ({ name } = change.rig);
  else if (change.op === 'putItem') ({ name } = change.item);
  else if (row) name = nameIn(row);
  const words = (has: boolean) => (has ? conflictText.kept : conflictText.deletedThere);
  const rigs = change.op === 'putRig' && row !== undefined;
  return [
    {
      key: id,
      label: say(conflictText.itemOfTheKit, { name }),
      ours: rigs ? conflictText.changedHere : words(isPut),
      theirs: rigs ? conflictText.changedThere : words(row !== undefined),
      was: null,
      changedBy: null,
    },
  ];
}

/** A change of the kit as it is to be made against what is there now; none where theirs is kept. */
function kitResolved(change: KitChange, theirs: Kit, picks: Picks): readonly KitChange[] {
  const row = rowOf(theirs, change);
  const id = idOf(change);
  if (picks[id] === 'theirs') return [];
  switch (change.op) {
    case 'removeItem':
    case 'removeRig':
      return row ? [{ ...change, version: row.version }] : [];
    case 'putRig':
      return [{ ...change, version: row?.version ?? null }];
    case 'putItem': {
      if (!row || !('item' in row) || row.item.kind !== change.item.kind) return [{ ...change, version: row?.version ?? null }];
      const merged = mergedItem(
        { item: change.item, archived: change.archived },
        { item: row.item, archived: row.archived },
        within(picks, id),
      );
      if (equal(merged, { item: row.item, archived: row.archived })) return [];
      return [{ op: 'putItem', ...merged, version: row.version }];
    }
  }
}

/**
 * Brings a change into line with the state that it met where no value was
 * changed on both sides. A setup is looked at as a whole: where anything
 * differs in it, the photographer is asked.
 *
 * @returns what is to be sent instead, `write: null` where nothing is left to send; `null` where somebody has to decide
 */
export function reconciled(entry: Entry, present: unknown): { readonly write: Write | null } | null {
  const conflict = conflictOf(entry.write, present);
  if (!conflict) return null;
  if (entry.write.kind === 'setup') return conflict.differences.length === 0 ? { write: null } : null;
  const picks = obviousPicks(conflict.differences);
  return conflict.differences.every(({ key }) => key in picks) ? { write: conflict.resolved(picks) } : null;
}

/** Versions of things as they will be when the changes before have arrived. */
type Versions = Map<string, number>;

/** The changes behind one that was resolved, made against what it leaves. */
export function following(later: readonly Entry[], resolved: Write): readonly Write[] {
  // The decision was about the newest state of a setup: nothing comes after it.
  if (resolved.kind === 'setup') return [];
  const versions: Versions = new Map();
  counted(resolved, versions);
  return later.map(({ write }) => {
    const again = reversioned(write, versions);
    counted(again, versions);
    return again;
  });
}

/** Notes which versions a change leaves behind. */
function counted(write: Write, versions: Versions): void {
  if (write.kind === 'job') versions.set(write.jobId, write.version + 1);
  if (write.kind === 'log') for (const { id } of write.put) versions.set(id, (write.versions[id] ?? 0) + 1);
  if (write.kind === 'log') for (const id of write.remove) versions.set(id, 0);
  if (write.kind === 'kit') for (const change of write.changes) versions.set(idOf(change), (change.version ?? 0) + 1);
}

function reversioned(write: Write, versions: Versions): Write {
  switch (write.kind) {
    case 'job':
      return { ...write, version: versions.get(write.jobId) ?? write.version };
    case 'log':
      return {
        ...write,
        versions: Object.fromEntries(Object.entries(write.versions).map(([id, version]) => [id, versions.get(id) ?? version])),
      };
    case 'kit':
      return {
        ...write,
        changes: write.changes.map(
          (change): KitChange =>
            // What was new before it, it changes now; what stays as it is keeps its version.
            ({ ...change, version: versions.get(idOf(change)) ?? change.version }) as KitChange,
        ),
      };
    default:
      return write;
  }
}

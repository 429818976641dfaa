import { useEffect, useId, useSyncExternalStore } from 'react';

/** Something that can be done on the page that is open. */
export interface Command {
  readonly label: string;
  readonly run: () => void;
  /** The keys that do it as well, as they are written. */
  readonly keys?: string;
}

/** What each part of the page that is open can do; a part that leaves takes its commands along. */
const offered = new Map<string, readonly Command[]>();
let all: readonly Command[] = [];
const listeners = new Set<() => void>();

function tell(): void {
  all = [...offered.values()].flat();
  for (const told of listeners) told();
}

/** Offers commands while the part that calls this is shown. The list has to stay the same while it says the same. */
export function useCommands(commands: readonly Command[]): void {
  const id = useId();
  useEffect(() => {
    offered.set(id, commands);
    tell();
    return () => {
      offered.delete(id);
      tell();
    };
  }, [id, commands]);
}

function listen(told: () => void): () => void {
  listeners.add(told);
  return () => listeners.delete(told);
}

/** All commands of the page that is open. */
export function useOffered(): readonly Command[] {
  return useSyncExternalStore(listen, () => all);
}

/** What opens over every page. */
export type Sheet = 'palette' | 'shortcuts' | null;

let sheet: Sheet = null;
const sheetListeners = new Set<() => void>();

/** Opens the list of commands or of keys, or closes either. */
export function showSheet(next: Sheet): void {
  sheet = next;
  for (const told of sheetListeners) told();
}

/** Which of them is open. */
export function useSheet(): Sheet {
  return useSyncExternalStore(
    (told) => {
      sheetListeners.add(told);
      return () => sheetListeners.delete(told);
    },
    () => sheet,
  );
}

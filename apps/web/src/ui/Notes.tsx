import { createContext, use, useCallback, useMemo, useState, Suspense, type ReactNode } from 'react';
import { lazyPart } from './lazyPart';

// Nothing is said until something was done.
const ShownNote = lazyPart(() => import('./ShownNote'), 'ShownNote');

/** Something that was said, with the way to undo it where there is one and it was not gone yet. */
export interface Note {
  readonly id: number;
  readonly words: string;
  readonly at: Date;
  readonly undo: (() => void) | null;
}

type Tell = (words: string, undo?: () => void) => void;

interface Notes {
  readonly tell: Tell;
  /** What was said since the page was opened, the newest first. */
  readonly notes: readonly Note[];
  readonly undo: (note: Note) => void;
}

const NotesContext = createContext<Notes>({ tell: () => undefined, notes: [], undo: () => undefined });

/** The list keeps so many. */
const MOST_KEPT = 20;

/** Tells what was done in a note over the bar of the page, with an undo where there is one. */
export function useToast(): Tell {
  return use(NotesContext).tell;
}

/** What was said since the page was opened. */
export function useNotes(): Notes {
  return use(NotesContext);
}

/** Says one thing at a time, over the bar, where it covers nothing that is worked on. */
export function NotesProvider({ children }: { readonly children: ReactNode }) {
  const [notes, setNotes] = useState<readonly Note[]>([]);
  const [shownId, setShownId] = useState<number | null>(null);
  const tell = useCallback<Tell>((words, undo) => {
    const id = Date.now() + Math.random();
    setNotes((before) => [{ id, words, at: new Date(), undo: undo ?? null }, ...before].slice(0, MOST_KEPT));
    setShownId(id);
  }, []);
  const undo = useCallback(({ id, undo: act }: Note) => {
    act?.();
    setNotes((before) => before.map((note) => (note.id === id ? { ...note, undo: null } : note)));
    setShownId(null);
  }, []);
  const value = useMemo<Notes>(() => ({ tell, notes, undo }), [tell, notes, undo]);
  const shown = notes.find(({ id }) => id === shownId);
  return (
    <NotesContext value={value}>
      {children}
      <Suspense fallback={null}>{shown && <ShownNote note={shown} onUndo={undo} onGone={() => setShownId(null)} />}</Suspense>
    </NotesContext>
  );
}

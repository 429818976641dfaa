import { uiText } from '@gangway/messages/web/ui';
import { Toast } from 'radix-ui';
import { createContext, use, useCallback, useMemo, useState, type ReactNode } from 'react';
import { TextButton } from './TextButton';

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

/** How long a note stays on the page; after that it is in the list of messages. */
const STAY_MS = 4000;
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
      <Toast.Provider duration={STAY_MS} label={uiText.note}>
        {children}
        {shown && (
          <Toast.Root
            key={shown.id}
            onOpenChange={(open) => !open && setShownId(null)}
            className="flex min-h-10 items-center gap-3 rounded-md border border-rule bg-ink px-4 py-1 text-sm leading-tight text-ground shadow-raised"
          >
            <Toast.Title className="grow">{shown.words}</Toast.Title>
            {shown.undo && (
              <Toast.Action altText={uiText.undo} asChild>
                <TextButton plain className="font-semibold" onClick={() => undo(shown)}>
                  {uiText.undo}
                </TextButton>
              </Toast.Action>
            )}
          </Toast.Root>
        )}
        <Toast.Viewport label={uiText.messages} className="fixed top-1 left-1/2 z-50 w-[min(92vw,30rem)] -translate-x-1/2" />
      </Toast.Provider>
    </NotesContext>
  );
}

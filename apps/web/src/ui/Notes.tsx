import { uiText } from '@gangway/messages/web/ui';
import { Toast } from 'radix-ui';
import { createContext, use, useCallback, useState, type ReactNode } from 'react';
import { TextButton } from './TextButton';

interface Note {
  readonly id: number;
  readonly words: string;
  readonly undo?: () => void;
}

type Tell = (words: string, undo?: () => void) => void;
const TellContext = createContext<Tell>(() => undefined);

/** How long a note with an undo stays; the deleted things stay in their own list after that. */
const STAY_MS = 12_000;

/** Tells what was done in a note at the edge of the page, with an undo where there is one. */
export function useToast(): Tell {
  return use(TellContext);
}

export function NotesProvider({ children }: { readonly children: ReactNode }) {
  const [notes, setNotes] = useState<readonly Note[]>([]);
  const tell = useCallback<Tell>((words, undo) => {
    setNotes((before) => [...before.slice(-2), { id: Date.now() + Math.random(), words, ...(undo && { undo }) }]);
  }, []);
  const gone = (id: number) => setNotes((before) => before.filter((note) => note.id !== id));
  return (
    <TellContext value={tell}>
      <Toast.Provider duration={STAY_MS} label={uiText.note}>
        {children}
        {notes.map((note) => (
          <Toast.Root
            key={note.id}
            onOpenChange={(open) => !open && gone(note.id)}
            className="flex items-center gap-3 rounded-md border border-rule bg-ink px-4 py-2.5 text-sm text-ground shadow-raised"
          >
            <Toast.Title className="grow">{note.words}</Toast.Title>
            {note.undo && (
              <Toast.Action altText={uiText.undo} asChild>
                <TextButton plain className="font-semibold" onClick={note.undo}>
                  {uiText.undo}
                </TextButton>
              </Toast.Action>
            )}
          </Toast.Root>
        ))}
        <Toast.Viewport
          label={uiText.messages}
          className="fixed bottom-4 left-1/2 z-50 flex w-[min(92vw,26rem)] -translate-x-1/2 flex-col gap-2"
        />
      </Toast.Provider>
    </TellContext>
  );
}

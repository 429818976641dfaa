import { uiText } from '@gangway/messages/web/ui';
import { Toast } from 'radix-ui';
import type { Note } from './Notes';
import { TextButton } from './TextButton';

/** How long a note stays on the page; after that it is in the list of messages. */
const STAY_MS = 4000;

interface ShownNoteProps {
  readonly note: Note;
  readonly onUndo: (note: Note) => void;
  readonly onGone: () => void;
}

/** One note over the bar of the page. */
export function ShownNote({ note, onUndo, onGone }: ShownNoteProps) {
  return (
    <Toast.Provider duration={STAY_MS} label={uiText.note}>
      <Toast.Root
        key={note.id}
        onOpenChange={(open) => !open && onGone()}
        className="flex min-h-10 items-center gap-3 rounded-md border border-rule bg-ink px-4 py-1 text-sm leading-tight text-ground shadow-raised"
      >
        <Toast.Title className="grow">{note.words}</Toast.Title>
        {note.undo && (
          <Toast.Action altText={uiText.undo} asChild>
            <TextButton plain className="font-semibold" onClick={() => onUndo(note)}>
              {uiText.undo}
            </TextButton>
          </Toast.Action>
        )}
      </Toast.Root>
      <Toast.Viewport label={uiText.messages} className="fixed top-1 left-1/2 z-50 w-[min(92vw,30rem)] -translate-x-1/2" />
    </Toast.Provider>
  );
}

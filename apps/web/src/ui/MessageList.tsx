import { timeOfDay } from '@gangway/messages/date';
import { uiText } from '@gangway/messages/web/ui';
import { MessageSquare } from 'lucide-react';
import { Popover } from 'radix-ui';
import { TextButton } from './TextButton';
import { useNotes } from './Notes';

/** What was said since the page was opened, each with its undo while there is one. */
export function MessageList() {
  const { notes, undo } = useNotes();
  return (
    <Popover.Root>
      <Popover.Trigger
        title={uiText.whatWasSaid}
        aria-label={uiText.whatWasSaid}
        className="inline-grid size-8 shrink-0 place-items-center rounded-md hover:bg-sunk max-sm:size-9"
      >
        <MessageSquare size={17} aria-hidden />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          collisionPadding={8}
          aria-label={uiText.whatWasSaid}
          className="z-50 max-h-[60vh] w-[min(92vw,24rem)] overflow-y-auto rounded-md border border-rule bg-sheet p-3 text-sm shadow-raised"
        >
          <ul className="divide-y divide-hairline">
            {notes.map((note) => (
              <li key={note.id} className="flex items-baseline gap-3 py-1.5">
                <time className="shrink-0 text-xs text-ink-soft tabular-nums">{timeOfDay(note.at)}</time>
                <span className="grow">{note.words}</span>
                {note.undo && <TextButton onClick={() => undo(note)}>{uiText.undo}</TextButton>}
              </li>
            ))}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

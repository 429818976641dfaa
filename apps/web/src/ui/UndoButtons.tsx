import { uiText } from '@gangway/messages/web/ui';
import { say } from '@gangway/messages/say';
import { Redo2, Undo2 } from 'lucide-react';
import { memo, useEffect, useRef } from 'react';
import { IconButton } from './Button';

interface UndoProps {
  /** What would be undone or redone, in words; `null` when there is nothing. */
  readonly undoable: string | null;
  readonly redoable: string | null;
  readonly onUndo: () => void;
  readonly onRedo: () => void;
}

/** Whether something is half typed: then the keys belong to the field. */
function isTyping(target: EventTarget | null): boolean {
  if (target instanceof HTMLTextAreaElement) return true;
  return (
    target instanceof HTMLInputElement &&
    ['text', 'search', 'number', 'url', 'email'].includes(target.type) &&
    target.dataset.settled !== 'true'
  );
}

/** Undo and redo by Ctrl+Z, Ctrl+Shift+Z and Ctrl+Y, but not while something is half typed. */
export function useUndoKeys(onUndo: () => void, onRedo: () => void): void {
  const latest = useRef({ onUndo, onRedo });
  useEffect(() => {
    latest.current = { onUndo, onRedo };
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey || isTyping(event.target)) return;
      const key = event.key.toLowerCase();
      if (key !== 'z' && key !== 'y') return;
      event.preventDefault();
      if (key === 'y' || event.shiftKey) latest.current.onRedo();
      else latest.current.onUndo();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, []);
}

/** The two buttons, each saying what it would change. */
export const UndoButtons = memo(function UndoButtons({ undoable, redoable, onUndo, onRedo }: UndoProps) {
  return (
    <span className="flex print:hidden">
      <IconButton
        label={undoable === null ? uiText.nothingToUndo : say(uiText.undo2, { undoable })}
        disabled={undoable === null}
        onClick={onUndo}
      >
        <Undo2 size={18} aria-hidden />
      </IconButton>
      <IconButton
        label={redoable === null ? uiText.nothingToRedo : say(uiText.redo, { redoable })}
        disabled={redoable === null}
        onClick={onRedo}
      >
        <Redo2 size={18} aria-hidden />
      </IconButton>
    </span>
  );
});

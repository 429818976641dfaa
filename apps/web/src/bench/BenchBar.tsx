import { Redo2, Undo2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { ActionCreators } from 'redux-undo';
import { api } from '../store/api';
import { useAppDispatch, useAppSelector } from '../store/store';
import { IconButton } from '../ui/Button';
import { NameEditor } from '../ui/NameEditor';
import { useCalm } from '../ui/useAtMost';
import { changed } from './edit';

/** Which job and stand this is; the name of the stand can be changed in place. */
export function Where({ jobId }: { readonly jobId: string }) {
  const name = useAppSelector((state) => state.edit.present?.name ?? '');
  const { data: job } = api.useJobQuery(jobId);
  const dispatch = useAppDispatch();
  const [renaming, setRenaming] = useState(false);
  return (
    <>
      <Link to={`/jobs/${jobId}`} className="truncate text-sm text-ink-soft hover:text-ink max-md:hidden">
        {job?.name ?? 'Job'}
      </Link>
      <span aria-hidden className="text-rule max-md:hidden">
        /
      </span>
      {renaming ? (
        <NameEditor
          label="Name of the stand"
          name={name}
          onRename={(next) => {
            dispatch(changed({ name: next, said: `name “${next}”` }));
            return null;
          }}
          onDone={() => setRenaming(false)}
          className="max-w-md font-semibold"
        />
      ) : (
        <h1 className="min-w-0">
          <button
            type="button"
            title="Rename"
            onClick={() => setRenaming(true)}
            className="block max-w-full truncate rounded-sm px-1 font-semibold hover:bg-sunk"
          >
            {name}
          </button>
        </h1>
      )}
    </>
  );
}

/** Undo and redo, each saying what it would change; also by Ctrl+Z, Ctrl+Shift+Z and Ctrl+Y. */
export function UndoButtons() {
  const dispatch = useAppDispatch();
  const undoable = useAppSelector(({ edit }) => (edit.past.length > 0 ? (edit.present?.said ?? '') : null));
  // A drag changes what it says at every step.
  const undoWords = useCalm(undoable === null ? 'Nothing to undo' : `Undo: ${undoable}`, 200);
  const redoable = useAppSelector(({ edit }) => edit.future[0]?.said ?? null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const key = event.key.toLowerCase();
      const { target } = event;
      if (target instanceof HTMLInputElement && target.type === 'text' && target.dataset.settled !== 'true') return;
      if (key === 'z' || key === 'y') {
        event.preventDefault();
        dispatch(key === 'y' || event.shiftKey ? ActionCreators.redo() : ActionCreators.undo());
      }
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [dispatch]);
  return (
    <span className="flex">
      <IconButton
        label={undoWords}
        disabled={undoable === null}
        onClick={() => dispatch(ActionCreators.undo())}
      >
        <Undo2 size={18} aria-hidden />
      </IconButton>
      <IconButton
        label={redoable === null ? 'Nothing to redo' : `Redo: ${redoable}`}
        disabled={redoable === null}
        onClick={() => dispatch(ActionCreators.redo())}
      >
        <Redo2 size={18} aria-hidden />
      </IconButton>
    </span>
  );
}

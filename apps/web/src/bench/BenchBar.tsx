import { Redo2, Undo2 } from 'lucide-react';
import { memo, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { ActionCreators } from 'redux-undo';
import { api } from '../store/api';
import { useBenchSelector } from './editing/benchStore';
import { useAppDispatch } from '../store/store';
import { IconButton } from '../ui/Button';
import { NameEditor } from '../ui/NameEditor';
import { useCalm } from '../ui/useAtMost';
import { changed } from './editing/history';

/** Which job and stand this is; the name of the stand can be changed in place. */
export function Where({ jobId }: { readonly jobId: string }) {
  const name = useBenchSelector((state) => state.edit.present?.name ?? '');
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
  const undoable = useBenchSelector(({ edit }) => (edit.past.length > 0 ? (edit.present?.said ?? '') : null));
  // A drag changes what it says at every step.
  const undoWords = useCalm(undoable === null ? 'Nothing to undo' : `Undo: ${undoable}`, 200);
  const redoable = useBenchSelector(({ edit }) => edit.future[0]?.said ?? null);
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
      <StepButton way="undo" label={undoWords} disabled={undoable === null} />
      <StepButton way="redo" label={redoable === null ? 'Nothing to redo' : `Redo: ${redoable}`} disabled={redoable === null} />
    </span>
  );
}

/** One of the two, drawn anew only when it says something else. */
const StepButton = memo(function StepButton({
  way,
  label,
  disabled,
}: {
  readonly way: 'undo' | 'redo';
  readonly label: string;
  readonly disabled: boolean;
}) {
  const dispatch = useAppDispatch();
  const Icon = way === 'undo' ? Undo2 : Redo2;
  return (
    <IconButton label={label} disabled={disabled} onClick={() => dispatch(ActionCreators[way]())}>
      <Icon size={18} aria-hidden />
    </IconButton>
  );
});

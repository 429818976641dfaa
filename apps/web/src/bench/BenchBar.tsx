import { benchText } from '@gangway/messages/web/bench';
import { paletteText } from '@gangway/messages/web/palette';
import { say } from '@gangway/messages/say';
import { useCallback, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { ActionCreators } from 'redux-undo';
import { api } from '../store/api';
import { useBenchSelector } from './editing/benchStore';
import { useAppDispatch } from '../store/store';
import { useCommands } from '../ui/commands';
import { NameEditor } from '../ui/NameEditor';
import { UndoButtons, useUndoKeys } from '../ui/UndoButtons';
import { useCalm } from '../ui/useThrottled';
import { changed } from './editing/history';

/** Which job and setup this is; the name of the setup can be changed in place. */
export function Where({ jobId }: { readonly jobId: string }) {
  const name = useBenchSelector((state) => state.edit.present?.name ?? '');
  const { data: job } = api.useJobQuery(jobId);
  const dispatch = useAppDispatch();
  const [renaming, setRenaming] = useState(false);
  return (
    <>
      <Link to={`/jobs/${jobId}`} className="truncate text-sm text-ink-soft hover:text-ink max-md:hidden">
        {job?.name ?? benchText.job}
      </Link>
      <span aria-hidden className="text-rule max-md:hidden">
        /
      </span>
      {renaming ? (
        <NameEditor
          label={benchText.nameOfTheSetup}
          name={name}
          onRename={(next) => {
            dispatch(changed({ name: next, said: say(benchText.name, { next }) }));
            return null;
          }}
          onDone={() => setRenaming(false)}
          className="max-w-md font-semibold"
        />
      ) : (
        <h1 className="min-w-0">
          <button
            type="button"
            title={benchText.rename}
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

/** Undo and redo of what is on the bench. */
export function BenchUndo() {
  const dispatch = useAppDispatch();
  const undoable = useBenchSelector(({ edit }) => (edit.past.length > 0 ? (edit.present?.said ?? '') : null));
  // A drag changes what it says at every step.
  const calm = useCalm(undoable ?? '', 200);
  const redoable = useBenchSelector(({ edit }) => edit.future[0]?.said ?? null);
  const undo = useCallback(() => void dispatch(ActionCreators.undo()), [dispatch]);
  const redo = useCallback(() => void dispatch(ActionCreators.redo()), [dispatch]);
  useUndoKeys(undo, redo);
  useCommands(
    useMemo(
      () => [
        { label: paletteText.undo, keys: paletteText.keyUndo, run: undo },
        { label: paletteText.redo, keys: paletteText.keyRedo, run: redo },
      ],
      [undo, redo],
    ),
  );
  return <UndoButtons undoable={undoable === null ? null : calm} redoable={redoable} onUndo={undo} onRedo={redo} />;
}

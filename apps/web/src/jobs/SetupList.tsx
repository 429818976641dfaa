import { lengthWords } from '@gangway/messages/length';
import { ORIENTATION_LABELS } from '@gangway/core/words';
import { jobsText } from '@gangway/messages/web/jobs';
import { say } from '@gangway/messages/say';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { arrayMove, rectSortingStrategy, SortableContext, sortableKeyboardCoordinates, useSortable } from '@dnd-kit/sortable';
import { GripVertical } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { Job } from '@gangway/contract/job';
import type { Setup } from '@gangway/contract/storedSetup';
import type { Shot } from '@gangway/core/log/shotFields';
import { checkSentence } from '@gangway/core/checks/evaluate';
import { verdictLine, verdictState } from '@gangway/core/checks/verdict';
import { apertureWords, riseWords, shiftWords } from '@gangway/core/words';
import { CircleMiniature } from '../setup/CircleMiniature';
import { checksOf } from '../setup/checksOf';
import { api, errorSentence } from '../store/api';
import { renameSetup } from '../store/setupWrites';
import { changeJob, remove, restore } from '../store/writes';
import { ActionMenu } from '../ui/ActionMenu';
import { NameEditor } from '../ui/NameEditor';
import { useToast } from '../ui/Notes';
import { useGrowing } from '../ui/useGrowing';
import { StateMark } from '../ui/StateMark';

/** The setups of a job, each with its Circle in small, what is set and what is found. */
export function SetupList({ job }: { readonly job: Job }) {
  const { data: log } = api.useLogQuery(job.id);
  const { shown, end } = useGrowing(job.setups.length);
  const shotCounts = useMemo(() => (log ? countsBySetup(log.shots) : null), [log]);
  const tell = useToast();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const ids = job.setups.map(({ id }) => id);
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const setupOrder = arrayMove(ids, ids.indexOf(String(active.id)), ids.indexOf(String(over.id)));
    void changeJob(job.id, { setupOrder }).then(() => tell(jobsText.theOrderIsChanged, () => void changeJob(job.id, { setupOrder: ids })));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
      <SortableContext items={ids.slice(0, shown)} strategy={rectSortingStrategy}>
        <ul aria-label={jobsText.setups2} className="grid gap-3 xl:grid-cols-2">
          {job.setups.slice(0, shown).map((setup) => (
            <SetupRow key={setup.id} setup={setup} shots={shotCounts ? (shotCounts.get(setup.id) ?? 0) : null} />
          ))}
          {shown < job.setups.length && (
            <li ref={end} className="p-2 text-sm text-ink-soft">
              {say(jobsText.moreSetups, { n: job.setups.length - shown })}
            </li>
          )}
        </ul>
      </SortableContext>
    </DndContext>
  );
}

function countsBySetup(shots: readonly Shot[]): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const { setupId } of shots) counts.set(setupId, (counts.get(setupId) ?? 0) + 1);
  return counts;
}

function SetupRow({ setup, shots }: { readonly setup: Setup; readonly shots: number | null }) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({ id: setup.id });
  const { settings } = setup;
  const [renaming, setRenaming] = useState(false);
  const [duplicateSetup] = api.useDuplicateSetupMutation();
  const tell = useToast();
  const found = checksOf(settings);
  const worst = verdictState(found);
  const first = found[0];
  const address = `/jobs/${setup.jobId}/setups/${setup.id}`;

  const duplicate = async () => {
    const { data, error } = await duplicateSetup(setup.id);
    tell(data ? say(jobsText.created, { name: data.name }) : errorSentence(error));
  };
  const discard = async () => {
    const removed = { of: 'setup', id: setup.id, name: setup.name } as const;
    await remove(removed);
    tell(say(jobsText.isDeleted, { name: setup.name }), () => void restore(removed));
  };

  return (
    <li
      ref={setNodeRef}
      style={{ transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined, transition }}
      className={`${isDragging ? 'z-20 shadow-raised ' : ''}relative flex min-w-0 gap-3 rounded-md border border-hairline bg-sheet p-3 focus-within:border-accent hover:border-rule`}
    >
      <button
        ref={setActivatorNodeRef}
        type="button"
        {...attributes}
        {...listeners}
        aria-label={say(jobsText.moveSpacePicksItUp, { name: setup.name })}
        className="relative z-10 -mr-1 -ml-1 touch-none cursor-grab self-stretch text-ink-soft"
      >
        <GripVertical size={16} aria-hidden />
      </button>
      <CircleMiniature geometry={geometryOf(settings)} size={104} />
      <div className="min-w-0 grow">
        <div className="flex items-start gap-1">
          {renaming ? (
            <NameEditor
              label={jobsText.nameOfTheSetup}
              name={setup.name}
              onRename={async (name) => {
                await renameSetup(setup, name);
                return null;
              }}
              onDone={() => setRenaming(false)}
              className="font-semibold"
            />
          ) : (
            <h2 className="min-w-0 grow font-semibold">
              <Link to={address} className="block truncate after:absolute after:inset-0">
                {setup.name}
              </Link>
            </h2>
          )}
          <span className="relative z-10 -mt-1">
            <ActionMenu
              label={say(jobsText.moreFor, { name: setup.name })}
              actions={[
                { label: jobsText.rename, takesFocus: true, onSelect: () => setRenaming(true) },
                { label: jobsText.duplicate, onSelect: () => void duplicate() },
                { label: jobsText.delete, onSelect: () => void discard() },
              ]}
            />
          </span>
        </div>
        <p className="truncate text-sm text-ink-soft">{settings.rig.name}</p>
        <p className="text-sm tabular-nums">
          {riseWords(settings.movements.riseMm)}, {shiftWords(settings.movements.shiftMm)}, {apertureWords(settings.fNumber)},{' '}
          {ORIENTATION_LABELS[settings.orientation]},{' '}
          {settings.focusM === null ? jobsText.atInfinity : say(jobsText.atM, { focusM: lengthWords(settings.focusM, 1) })}
          {shots !== null && (
            <span className={shots === 0 ? 'text-ink-soft' : 'font-semibold'}>
              {shots === 0 ? jobsText.notShotYet : say(jobsText.shotLogged, { shots })}
            </span>
          )}
        </p>
        <p className="mt-1 flex items-start gap-2 text-sm">
          <StateMark state={worst} />
          <span className="min-w-0">
            <span className="font-semibold">{verdictLine(found, settings.rig.parts)}</span>
            {first && (worst === 'fails' || worst === 'unknown') && <span className="block text-ink-soft">{checkSentence(first)}</span>}
          </span>
        </p>
      </div>
    </li>
  );
}

import { lengthWords } from '@gangway/messages/length';
import { ORIENTATION_LABELS } from '@gangway/core/words';
import { jobsText } from '@gangway/messages/web/jobs';
import { say } from '@gangway/messages/say';
import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { arrayMove, rectSortingStrategy, SortableContext, sortableKeyboardCoordinates, useSortable } from '@dnd-kit/sortable';
import { GripVertical } from 'lucide-react';
import { Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { Job } from '@gangway/contract/job';
import type { Setup } from '@gangway/contract/storedSetup';
import type { Shot } from '@gangway/core/log/shotFields';
import { apertureWords, riseWords, shiftWords } from '@gangway/core/words';
import { api, errorSentence } from '../store/api';
import { renameSetup } from '../store/setupWrites';
import { changeJob, remove, restore } from '../store/writes';
import { ActionMenu } from '../ui/ActionMenu';
import { useToast } from '../ui/Notes';
import { lazyPart } from '../ui/lazyPart';
import { useGrowing } from '../ui/useGrowing';

// What is set is read first; what is worked out from it comes a moment later.
const SetupCircle = lazyPart(() => import('./SetupFound'), 'SetupCircle');
const NameEditor = lazyPart(() => import('../ui/NameEditor'), 'NameEditor');
const SetupVerdict = lazyPart(() => import('./SetupFound'), 'SetupVerdict');

/** How large the Circle of a setup is drawn, px. */
const CIRCLE_PX = 104;

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
      <Suspense fallback={<span className="shrink-0" style={{ width: CIRCLE_PX, height: CIRCLE_PX }} />}>
        <SetupCircle settings={settings} sizePx={CIRCLE_PX} />
      </Suspense>
      <div className="min-w-0 grow">
        <div className="flex items-start gap-1">
          {renaming ? (
            <Suspense fallback={<span className="grow font-semibold">{setup.name}</span>}>
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
            </Suspense>
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
        <Suspense fallback={<p className="mt-1 min-h-5" />}>
          <SetupVerdict settings={settings} />
        </Suspense>
      </div>
    </li>
  );
}

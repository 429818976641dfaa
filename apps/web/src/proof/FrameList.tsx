import { proofText } from '@gangway/messages/web/proof';
import { say } from '@gangway/messages/say';
import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { arrayMove, rectSortingStrategy, SortableContext, sortableKeyboardCoordinates, useSortable } from '@dnd-kit/sortable';
import { X } from 'lucide-react';
import type { Frame, FrameSet } from '@gangway/contract/proof';
import { api, errorSentence } from '../store/api';
import { Button, IconButton } from '../ui/Button';
import { useToast } from '../ui/Notes';

/** The frames of a series in their order, to be dragged into another; empty places stay where the plan has them. */
export function FrameList({ set }: { readonly set: FrameSet }) {
  const [orderFrames] = api.useOrderFramesMutation();
  const [deleteFrame] = api.useDeleteFrameMutation();
  const tell = useToast();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const ids = set.frames.map((frame, i) => frame?.id ?? say(proofText.gap, { i }));
  const put = async (frames: readonly (Frame | null)[], words: string) => {
    const before = set.frames.map((frame) => frame?.id ?? null);
    const { error } = await orderFrames({ id: set.id, setupId: set.setupId, order: frames.map((frame) => frame?.id ?? null) });
    if (error) tell(errorSentence(error));
    else tell(words, () => void orderFrames({ id: set.id, setupId: set.setupId, order: before }));
  };
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    void put(arrayMove([...set.frames], ids.indexOf(String(active.id)), ids.indexOf(String(over.id))), proofText.theOrderIsChanged);
  };
  const sorted = (by: (frame: Frame) => string) => {
    const present = set.frames
      .flatMap((frame) => (frame ? [frame] : []))
      .sort((a, b) => by(a).localeCompare(by(b), 'en', { numeric: true }));
    return [...present, ...set.frames.slice(present.length).map(() => null)].slice(0, Math.max(set.frames.length, present.length));
  };
  const remove = async (frame: Frame) => {
    const { error } = await deleteFrame(frame.id);
    tell(error ? errorSentence(error) : say(proofText.isDeleted, { name: frame.name }));
  };
  if (set.frames.length === 0 && set.flatFields.length === 0) return null;
  return (
    <div className="grid gap-1.5">
      <div className="flex flex-wrap items-center gap-1.5 text-sm">
        <span className="grow text-ink-soft">{proofText.dragToCorrectTheOrder}</span>
        <Button
          look="quiet"
          disabled={set.frames.some((frame) => frame !== null && frame.takenAt === null)}
          title={proofText.byTheTimeInThe}
          onClick={() =>
            void put(
              sorted((frame) => frame.takenAt ?? ''),
              proofText.putInOrderOfTime,
            )
          }
        >
          {proofText.byTime}
        </Button>
        <Button
          look="quiet"
          onClick={() =>
            void put(
              sorted((frame) => frame.name),
              proofText.putInOrderOfNames,
            )
          }
        >
          {proofText.byName}
        </Button>
      </div>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
        <SortableContext items={ids} strategy={rectSortingStrategy}>
          <ol aria-label={proofText.frames} className="grid grid-cols-4 gap-1.5">
            {set.frames.map((frame, i) => (
              <Place key={ids[i]} id={ids[i] ?? ''} number={i + 1} frame={frame} onRemove={remove} />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      {set.flatFields.length > 0 && (
        <ul aria-label={proofText.flatFieldFrames2} className="grid gap-1 text-xs">
          {set.flatFields.map((card) => (
            <li key={card.id} className="flex items-center gap-1">
              <span className="grow truncate">{say(proofText.flatFieldFrame, { name: card.name })}</span>
              <IconButton label={say(proofText.delete, { name: card.name })} onClick={() => void remove(card)}>
                <X size={14} aria-hidden />
              </IconButton>
            </li>
          ))}
        </ul>
      )}
      {set.frames.some((frame) => (frame?.remarks.length ?? 0) > 0) && (
        <ul className="list-disc pl-4 text-xs">
          {set.frames.flatMap((frame) =>
            frame && frame.remarks.length > 0 ? [<li key={frame.id}>{`${frame.name}: ${frame.remarks.join(' ')}`}</li>] : [],
          )}
        </ul>
      )}
    </div>
  );
}

function Place({
  id,
  number,
  frame,
  onRemove,
}: {
  readonly id: string;
  readonly number: number;
  readonly frame: Frame | null;
  readonly onRemove: (frame: Frame) => Promise<void>;
}) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id,
    disabled: frame === null,
  });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined, transition }}
      className={`relative ${isDragging ? 'z-10 opacity-80' : ''}`}
    >
      {frame ? (
        <>
          <button
            ref={setActivatorNodeRef}
            type="button"
            {...attributes}
            {...listeners}
            aria-label={say(proofText.frameBySpacePicksIt, { number, name: frame.name, width: frame.width, height: frame.height })}
            className="block w-full touch-none cursor-grab overflow-hidden rounded-sm border border-rule bg-sunk"
          >
            <img
              src={`/api/frames/${frame.id}/look`}
              alt=""
              width={frame.width}
              height={frame.height}
              loading="lazy"
              className="aspect-square w-full object-contain"
            />
            <span className="block truncate px-1 text-left text-[0.6875rem] tabular-nums">
              {number}. {frame.name}
            </span>
          </button>
          <IconButton
            label={say(proofText.delete, { name: frame.name })}
            className="absolute! top-0 right-0 size-7! border-rule! bg-sheet"
            onClick={() => void onRemove(frame)}
          >
            <X size={12} aria-hidden />
          </IconButton>
        </>
      ) : (
        <span className="grid aspect-square place-items-center rounded-sm border border-dashed border-rule text-xs text-ink-soft">
          {say(proofText.empty, { number })}
        </span>
      )}
    </li>
  );
}

import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import type { LensTestFrame, TestShot } from '@gangway/contract/lensTest';
import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useDraggable, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import { GripVertical } from 'lucide-react';
import type { ReactNode } from 'react';
import { seriesDoubt, seriesDoubts } from '@gangway/core/lensTests/seriesDoubts';
import { api, errorSentence } from '../../store/api';
import { ActionMenu } from '../../ui/ActionMenu';
import { Button } from '../../ui/Button';
import { useToast } from '../../ui/Notes';
import { StateMark } from '../../ui/StateMark';
import { Th } from '../../ui/Table';
import { AddFrames } from './AddFrames';
import { MatchLog } from './MatchLog';
import type { OpenTest } from './TestPage';
import { apertureCell, focusCell, riseCell, shiftCell } from './moveWords';
import { closedGap, emptied, exchanged, gapBefore, inOrder, placedFirst, swappedUp } from './places';
import { frameProblems } from './problemOfFrame';
import type { MeasuredTest } from '@gangway/contract/lensTestFile';
import { framesInPlace } from './useMeasured';

/** Which file is which frame of the plan: added, put in order, left out, deleted. */
export function FramesPart({ open, result }: { readonly open: OpenTest; readonly result: MeasuredTest | null }) {
  const { test, change } = open;
  const { settings, frames } = test;
  const { shots } = settings;
  const tell = useToast();
  const [deleteFrame] = api.useDeleteLensTestFrameMutation();
  const hasFocus = shots.some(({ focusMm }) => focusMm !== 0);
  const byId = new Map(frames.map((frame) => [frame.id, frame]));
  const placed = new Set(shots.flatMap(({ frameId }) => frameId ?? []));
  const unplaced = frames.filter(({ id }) => !placed.has(id));
  const doubts = seriesDoubts(
    framesInPlace(test).map(({ shot, frame }) => ({
      name: frame.name,
      fNumber: shot.fNumber,
      wroteFNumber: frame.wrote.fNumber,
      takenAt: frame.takenAt,
    })),
  );
  const put = (next: TestShot[], said: string = testsText.orderChanged) => change({ ...settings, shots: next }, said);
  const remove = async ({ id, name }: LensTestFrame) => {
    const { error } = await deleteFrame({ id, testId: test.id });
    tell(error ? errorSentence(error) : say(testsText.fileDeleted, { name }));
  };
  const sorted = (by: (frame: LensTestFrame) => string) =>
    put(
      inOrder(
        shots,
        // What was left out stays out.
        frames
          .filter(({ id }) => placed.has(id))
          .toSorted((a, b) => by(a).localeCompare(by(b), 'en', { numeric: true }))
          .map(({ id }) => id),
      ),
    );
  const said = (frame: LensTestFrame): readonly string[] => [
    ...doubts.filter((doubt) => doubt.name === frame.name).map(seriesDoubt),
    ...frameProblems(result, frame.name),
    ...frame.remarks,
  ];

  const nameOf = (id: unknown): string => byId.get(String(id))?.name ?? '';
  const placeOf = (over: { readonly id: unknown } | null): string | null => (over ? String(Number(over.id) + 1) : null);
  const overPlace = (id: unknown, over: { readonly id: unknown } | null): string =>
    say(testsText.draggedOver, { name: nameOf(id), place: placeOf(over) ?? 'none' });
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }), useSensor(KeyboardSensor));
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={{
        screenReaderInstructions: { draggable: testsText.dragHow },
        announcements: {
          onDragStart: ({ active }) => say(testsText.pickedUp, { name: nameOf(active.id) }),
          onDragOver: ({ active, over }) => overPlace(active.id, over),
          onDragEnd: ({ active, over }) => overPlace(active.id, over),
          onDragCancel: ({ active }) => say(testsText.dragCancelled, { name: nameOf(active.id) }),
        },
      }}
      onDragEnd={({ active, over }) => {
        if (!over) return;
        const next = exchanged(shots, String(active.id), Number(over.id));
        if (next.some(({ frameId }, i) => frameId !== shots[i]?.frameId)) put(next);
      }}
    >
      <div className="grid grid-cols-[minmax(0,1fr)] gap-5">
        <AddFrames open={open} />
        <section aria-label={testsText.series}>
          <div className="mb-1 flex flex-wrap items-center gap-2">
            <h3 className="grow font-semibold">{testsText.series}</h3>
            <Button look="quiet" disabled={frames.length === 0} onClick={() => sorted(({ name }) => name)}>
              {testsText.byName}
            </Button>
            <Button
              look="quiet"
              title={testsText.byTimeNeeds}
              disabled={frames.length === 0 || frames.some(({ takenAt }) => takenAt === null)}
              onClick={() => sorted(({ takenAt }) => takenAt ?? '')}
            >
              {testsText.byTime}
            </Button>
            <MatchLog open={open} />
          </div>
          {frames.length > 0 && <p className="mb-1 text-sm text-ink-soft">{testsText.dragHelp}</p>}
          <div className="overflow-x-auto">
            <table className="w-full text-sm">
              <thead>
                <tr className="border-b border-rule text-left text-ink-soft">
                  <Th className="py-1 pr-3">{testsText.number}</Th>
                  <Th className="pr-3">{testsText.aperture}</Th>
                  <Th className="pr-3">{testsText.rise}</Th>
                  <Th className="pr-3">{testsText.shift}</Th>
                  {hasFocus && <Th className="pr-3">{testsText.back}</Th>}
                  <Th className="pr-3">{testsText.frame}</Th>
                  <Th className="pr-3">{testsText.doubts}</Th>
                  <Th>
                    <span className="sr-only">{testsText.more}</span>
                  </Th>
                </tr>
              </thead>
              <tbody>
                {shots.map((shot, i) => {
                  const frame = shot.frameId === null ? undefined : byId.get(shot.frameId);
                  const doubtful = frame ? said(frame) : [];
                  return (
                    <PlaceRow key={i} at={i}>
                      <Th scope="row" className="py-1 pr-3 text-left tabular-nums">
                        {i + 1}
                      </Th>
                      <td className="py-1 pr-3 tabular-nums">{apertureCell({ ...shot, focusMm: 0 })}</td>
                      <td className="py-1 pr-3 tabular-nums">{riseCell(shot.riseMm)}</td>
                      <td className="py-1 pr-3 tabular-nums">{shiftCell(shot.shiftMm)}</td>
                      {hasFocus && <td className="py-1 pr-3 tabular-nums">{focusCell(shot.focusMm)}</td>}
                      <td className="py-1 pr-3">
                        {frame ? <Draggable frame={frame} /> : <span className="text-ink-soft">{testsText.empty}</span>}
                      </td>
                      <td className="max-w-80 py-1 pr-3">
                        {doubtful.length > 0 && (
                          <span className="flex items-start gap-1.5">
                            <StateMark state="tight" size={16} /> {doubtful.join(' ')}
                          </span>
                        )}
                      </td>
                      <td className="w-8">
                        {(frame !== undefined || shots.slice(i).some(({ frameId }) => frameId !== null)) && (
                          <ActionMenu
                            label={say(testsText.moreFor, { name: frame?.name ?? String(i + 1) })}
                            actions={[
                              ...(frame
                                ? [
                                    ...(i > 0 ? [{ label: testsText.moveUp, onSelect: () => put(swappedUp(shots, i)) }] : []),
                                    { label: testsText.gapHere, onSelect: () => put(gapBefore(shots, i)) },
                                    {
                                      label: testsText.leaveOut,
                                      onSelect: () => put(emptied(shots, i), say(testsText.leftOut, { name: frame.name })),
                                    },
                                    { label: testsText.deleteFile, onSelect: () => void remove(frame) },
                                  ]
                                : [{ label: testsText.closeGap, onSelect: () => put(closedGap(shots, i)) }]),
                            ]}
                          />
                        )}
                      </td>
                    </PlaceRow>
                  );
                })}
              </tbody>
            </table>
          </div>
        </section>
        {unplaced.length > 0 && (
          <section aria-label={testsText.unplaced}>
            <h3 className="font-semibold">{testsText.unplaced}</h3>
            <p className="mb-1 text-sm text-ink-soft">{testsText.unplacedHelp}</p>
            <ul className="grid gap-1 text-sm">
              {unplaced.map((frame) => (
                <li key={frame.id} className="flex items-center gap-2">
                  <span className="min-w-24">
                    <Draggable frame={frame} />
                  </span>
                  <Button
                    look="quiet"
                    disabled={shots.every(({ frameId }) => frameId !== null)}
                    onClick={() => put(placedFirst(shots, frame.id))}
                  >
                    {testsText.putIn}
                  </Button>
                  <Button look="quiet" onClick={() => void remove(frame)}>
                    {testsText.deleteFile}
                  </Button>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </DndContext>
  );
}

/** A place of the plan, onto which a frame can be dropped. */
function PlaceRow({ at, children }: { readonly at: number; readonly children: ReactNode }) {
  const { setNodeRef, isOver, active } = useDroppable({ id: String(at) });
  return (
    <tr ref={setNodeRef} className={`border-b border-hairline ${isOver && active ? 'bg-accent-wash' : ''}`}>
      {children}
    </tr>
  );
}

/** A frame that can be dragged to another place by its grip. */
function Draggable({ frame }: { readonly frame: LensTestFrame }) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, isDragging } = useDraggable({ id: frame.id });
  return (
    <span
      ref={setNodeRef}
      style={{ transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined }}
      className={`flex items-center gap-2 rounded-sm pr-2 ${isDragging ? 'relative z-20 bg-sheet shadow-md' : ''}`}
    >
      <button
        ref={setActivatorNodeRef}
        type="button"
        {...attributes}
        {...listeners}
        aria-label={say(testsText.dragFrame, { name: frame.name })}
        className={`-my-1 flex h-9 w-7 touch-none items-center justify-center ${isDragging ? 'cursor-grabbing' : 'cursor-grab'}`}
      >
        <GripVertical size={16} aria-hidden className="text-ink-soft" />
      </button>
      <img
        src={`/api/lens-test-frames/${frame.id}/look`}
        alt=""
        loading="lazy"
        width={frame.width}
        height={frame.height}
        className="h-7 w-10 rounded-sm border border-hairline object-cover"
      />
      {frame.name}
    </span>
  );
}

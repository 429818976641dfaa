import { cardText } from '@gangway/messages/web/bench/card';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { arrayMove, SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { GripVertical, Printer, X } from 'lucide-react';
import { memo, useState } from 'react';
import { useParams } from 'react-router';
import { leftOff, spotCard, stepsByPart, type CardStep } from '@gangway/core/card/spotCard';
import { SPOT_SIZES, spotSizes } from '@gangway/core/card/cardPages';
import { LogHere } from '../LogHere';
import { api } from '../../store/api';
import { putTemplate, remove } from '../../store/writes';
import { Button, IconButton } from '../../ui/Button';
import { useToast } from '../../ui/Notes';
import { PlateOnCard } from './PlateOnCard';
import { setCard } from './setCard';
import { TextButton } from '../../ui/TextButton';

const set = setCard;

/** The list for the spot: ticked, written on, reordered, printed. */
export const CardPanel = memo(function CardPanel({ geometry }: { readonly geometry: Geometry }) {
  const { setupId = '' } = useParams();
  const [editing, setEditing] = useState(false);
  const steps = spotCard(geometry);
  const ticks = steps.filter(({ told }) => !told);
  const done = ticks.filter(({ id }) => geometry.settings.card.ticked.includes(id)).length;
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const [moved, onto] = [ticks.find(({ id }) => id === active.id), ticks.find(({ id }) => id === over.id)];
    // A step stays in its part of the card.
    if (!moved || !onto || moved.group !== onto.group) return;
    const inside = ticks.filter(({ group }) => group === moved.group).map(({ id }) => id);
    const order = arrayMove(inside, inside.indexOf(moved.id), inside.indexOf(onto.id));
    set(
      { order: ticks.flatMap(({ group, id }) => (group === moved.group ? [order.shift() ?? id] : [id])) },
      say(cardText.moved, { words: moved.words }),
    );
  };
  const parts = stepsByPart(steps);
  return (
    <section aria-label={cardText.card} className="mx-auto flex h-full min-h-0 w-full max-w-3xl flex-col">
      <div className="flex flex-wrap items-center gap-2 py-2">
        <LogHere geometry={geometry} />
        <span className="grow text-right text-sm text-ink-soft tabular-nums" role="status">
          {say(cardText.ofDone, { done, length: ticks.length })}
        </span>
        {spotSizes().map((size) => (
          <a
            key={size}
            href={`/api/setups/${setupId}/card.pdf?size=${size}`}
            target="_blank"
            rel="noreferrer"
            className="inline-flex min-h-8 items-center gap-1 rounded-md border border-rule bg-sheet px-2.5 text-sm font-medium hover:border-ink"
          >
            <Printer size={14} aria-hidden /> {SPOT_SIZES[size].name}
          </a>
        ))}
        <Button aria-pressed={editing} onClick={() => setEditing(!editing)} className="aria-pressed:border-accent">
          {editing ? cardText.doneEditing : cardText.editTheList}
        </Button>
        {editing && (
          <Button
            look="quiet"
            disabled={geometry.settings.card.ticked.length === 0}
            onClick={() => set({ ticked: [] }, cardText.allTicksCleared)}
          >
            {cardText.clearAllTicks}
          </Button>
        )}
      </div>
      <div className="min-h-0 grow overflow-y-auto pb-4">
        <PlateOnCard geometry={geometry} />
        <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
          {parts.map(({ group, heading, inside }) => (
            <div key={group} className="mb-4">
              <h2 className="engraved mb-1">{heading}</h2>
              <SortableContext items={inside.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
                <ul aria-label={heading}>
                  {inside.map((step) =>
                    step.told ? (
                      <Told key={step.id} step={step} />
                    ) : (
                      <StepRow key={step.id} step={step} geometry={geometry} editing={editing} />
                    ),
                  )}
                </ul>
              </SortableContext>
            </div>
          ))}
        </DndContext>
        {editing && <Editing geometry={geometry} />}
      </div>
    </section>
  );
});

function Told({ step }: { readonly step: CardStep }) {
  return <li className="border-b border-hairline py-1.5 text-sm">{step.words}</li>;
}

function StepRow({ step, geometry, editing }: { readonly step: CardStep; readonly geometry: Geometry; readonly editing: boolean }) {
  const { card } = geometry.settings;
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: step.id,
    disabled: !editing,
  });
  const ticked = card.ticked.includes(step.id);
  const [draft, setDraft] = useState<string | null>(null);
  const note = card.notes[step.id] ?? '';
  const commit = () => {
    if (draft === null) return;
    const others = Object.fromEntries(Object.entries(card.notes).filter(([id]) => id !== step.id));
    const words = draft.trim();
    if (words !== note) set({ notes: words === '' ? others : { ...others, [step.id]: words.slice(0, 500) } }, cardText.whatWasDone);
    setDraft(null);
  };
  const remove = () => {
    if (step.own)
      set(
        { own: card.own.filter(({ id }) => id !== step.id), order: card.order.filter((id) => id !== step.id) },
        say(cardText.removed, { words: step.words }),
      );
    else set({ left: [...card.left, step.id] }, say(cardText.leftOut, { words: step.words }));
  };
  const room = step.group === 'work' || step.group === 'mosaic';
  return (
    <li
      ref={setNodeRef}
      style={{ transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined, transition }}
      className={`flex items-start gap-2 border-b border-hairline bg-ground ${isDragging ? 'relative z-10 shadow-raised' : ''}`}
    >
      {editing && (
        <button
          ref={setActivatorNodeRef}
          type="button"
          {...attributes}
          {...listeners}
          aria-label={say(cardText.move, { words: step.words })}
          className="mt-1.5 touch-none cursor-grab text-ink-soft"
        >
          <GripVertical size={18} aria-hidden />
        </button>
      )}
      <label className="flex min-h-11 min-w-0 grow items-start gap-2.5 py-2">
        <input
          type="checkbox"
          checked={ticked}
          onChange={({ target }) =>
            set(
              { ticked: target.checked ? [...card.ticked, step.id] : card.ticked.filter((id) => id !== step.id) },
              target.checked ? say(cardText.done, { words: step.words }) : say(cardText.notDone, { words: step.words }),
            )
          }
          className="mt-0.5 size-5 shrink-0 accent-accent"
        />
        <span className={`min-w-0 ${ticked ? 'text-ink-soft line-through decoration-1' : ''}`}>
          {step.words}
          {step.specs !== '' && <span className="block text-sm font-semibold tabular-nums">{step.specs}</span>}
        </span>
      </label>
      {room && !editing && (
        <input
          aria-label={say(cardText.actual, { words: step.words })}
          placeholder={cardText.actual2}
          value={draft ?? note}
          maxLength={500}
          onChange={({ target }) => setDraft(target.value)}
          onBlur={commit}
          onKeyDown={(event) => {
            if (event.key === 'Enter') commit();
            if (event.key === 'Escape') setDraft(null);
          }}
          className="mt-1.5 min-h-8 w-32 shrink-0 border-b border-rule bg-transparent px-1 text-sm placeholder:text-ink-soft max-sm:w-24"
        />
      )}
      {editing && (
        <IconButton
          label={step.own ? say(cardText.delete, { words: step.words }) : say(cardText.leaveOut, { words: step.words })}
          className="mt-1"
          onClick={remove}
        >
          <X size={15} aria-hidden />
        </IconButton>
      )}
    </li>
  );
}

/** Own steps, what was left off, and templates. */
function Editing({ geometry }: { readonly geometry: Geometry }) {
  const { card } = geometry.settings;
  const [words, setWords] = useState('');
  const [name, setName] = useState('');
  const { data: templates } = api.useTemplatesQuery(undefined);
  const tell = useToast();
  const off = leftOff(geometry);
  const keep = async () => {
    await putTemplate({
      id: crypto.randomUUID(),
      name: name.trim(),
      card: { order: card.order, own: card.own, left: card.left },
    });
    tell(say(cardText.theTemplateIsSaved, { name: name.trim() }));
    setName('');
  };
  return (
    <div className="grid gap-4 text-sm sm:grid-cols-2">
      <form
        className="grid content-start gap-1"
        onSubmit={(event) => {
          event.preventDefault();
          if (
            words.trim() !== '' &&
            set({ own: [...card.own, { id: `own ${crypto.randomUUID().slice(0, 8)}`, words: words.trim() }] }, cardText.aStepOfYourOwn) ===
              null
          )
            setWords('');
        }}
      >
        <label htmlFor="own-step" className="engraved">
          {cardText.aStepOfYourOwn2}
        </label>
        <span className="flex gap-1">
          <input
            id="own-step"
            value={words}
            maxLength={300}
            onChange={({ target }) => setWords(target.value)}
            className="min-w-0 grow rounded-sm border border-rule bg-ground px-1.5 py-1"
          />
          <Button type="submit" disabled={words.trim() === ''}>
            {cardText.add}
          </Button>
        </span>
        {off.length > 0 && (
          <>
            <span className="engraved mt-3">{cardText.leftOut2}</span>
            {off.map((step) => (
              <TextButton
                key={step.id}

                className="text-left"
                onClick={() => set({ left: card.left.filter((id) => id !== step.id) }, say(cardText.putBack, { words: step.words }))}
              >
                {step.words}
              </TextButton>
            ))}
          </>
        )}
        {(card.order.length > 0 || card.left.length > 0) && (
          <Button className="mt-3 justify-self-start" onClick={() => set({ order: [], left: [] }, cardText.defaultList)}>
            {cardText.resetToDefaultList}
          </Button>
        )}
      </form>
      <div className="grid content-start gap-1">
        <span className="engraved">{cardText.templates}</span>
        {templates?.map((template) => (
          <span key={template.id} className="flex items-center gap-1">
            <TextButton
              className="min-w-0 grow truncate text-left"
              onClick={() => set({ ...template.card }, say(cardText.template, { name: template.name }))}
            >
              {template.name}
            </TextButton>
            <IconButton
              label={say(cardText.deleteTheTemplate, { name: template.name })}
              onClick={() => void remove({ of: 'template', id: template.id, name: template.name })}
            >
              <X size={14} aria-hidden />
            </IconButton>
          </span>
        ))}
        {templates?.length === 0 && <p className="text-ink-soft">{cardText.noneYetATemplateSaves}</p>}
        <span className="flex gap-1">
          <input
            aria-label={cardText.nameOfTheTemplate}
            value={name}
            maxLength={120}
            onChange={({ target }) => setName(target.value)}
            className="min-w-0 grow rounded-sm border border-rule bg-ground px-1.5 py-1"
          />
          <Button disabled={name.trim() === ''} onClick={() => void keep()}>
            {cardText.saveAsTemplate}
          </Button>
        </span>
      </div>
    </div>
  );
}

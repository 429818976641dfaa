import { itemsText } from '@gangway/messages/web/kit/items';
import { say } from '@gangway/messages/say';
import { Plus, Trash2 } from 'lucide-react';
import { useId, useMemo, useState, type ReactNode } from 'react';
import { useFieldArray, useForm, useWatch, type UseFormRegister } from 'react-hook-form';
import { EVIDENCE, type Spec } from '@gangway/core/kit/spec';
import { specText } from '@gangway/contract/specText';
import { specApplies, specsOf, valueOf, type KitItem } from '@gangway/core/kit/item';
import { KINDS } from '@gangway/core/kit/registry';
import { FORMATS } from '@gangway/core/coverage/formats';
import { api } from '../../store/api';
import { Button, IconButton } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { useToast } from '../../ui/Notes';
import { MeasuredNote } from '../tests/MeasuredNote';
import { useChangeKit } from '../useKit';
import { LevelCalibration } from './LevelCalibration';
import { formOf, itemFrom, type ItemForm, type Refusals } from './itemForm';
import { Select } from '../../ui/Select';
import { TextButton } from '../../ui/TextButton';

interface ItemDialogProps {
  readonly item: KitItem;
  /** The value that was asked for: its field is where typing begins. */
  readonly ask?: string;
  readonly onClose: () => void;
  readonly onSaved: (item: KitItem) => void;
}

const FIELD = 'w-full rounded-sm border border-rule bg-ground px-2 py-1 text-base tabular-nums aria-invalid:border-fails';

/** Everything known of one thing that is owned, typed in one sheet; nothing is taken until all of it can be. */
export function ItemDialog({ item, ask, onClose, onSaved }: ItemDialogProps) {
  const { data: kit } = api.useKitQuery(undefined);
  const there = kit?.items.find((row) => row.item.id === item.id);
  const change = useChangeKit();
  const tell = useToast();
  const form = useForm<ItemForm>({ defaultValues: formOf(item) });
  const { register, control, handleSubmit } = form;
  const circles = useFieldArray({ control, name: 'circles' });
  const specs = useWatch({ control, name: 'specs' });
  const [refusals, setRefusals] = useState<Refusals>(new Map());
  const [help, setHelp] = useState('');
  const helpId = useId();
  const joints = useMemo(() => jointNames(kit?.items.map((row) => row.item) ?? []), [kit]);
  const jointsId = useId();

  const save = async (typed: ItemForm) => {
    const read = itemFrom(typed, item);
    if ('refusals' in read) {
      setRefusals(read.refusals);
      const [first] = read.refusals.keys();
      requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-field="${first ?? ''}"]`)?.focus());
      return;
    }
    await change(
      [{ op: 'putItem', item: read.item, archived: there?.archived ?? false, version: there?.version ?? null }],
      there ? say(itemsText.specsOf, { name: read.item.name }) : say(itemsText.added, { name: read.item.name }),
    );
    tell(there ? say(itemsText.theSpecsOfAreSaved, { name: read.item.name }) : say(itemsText.isInTheKit, { name: read.item.name }));
    onSaved(read.item);
  };

  const { first = KINDS[item.kind].listed }: { readonly first?: readonly string[] } = KINDS[item.kind];
  const asked = specsOf(item.kind).filter(([key]) => first.includes(key));
  const rest = specsOf(item.kind).filter(([key]) => !first.includes(key));
  const groups = [...new Set(rest.map(([, { group }]) => group))].map(
    (group) => [group, rest.filter(([, spec]) => spec.group === group)] as const,
  );
  const typical = useWatch({ control, name: 'typical' });
  const confirm = (...keys: readonly string[]) =>
    form.setValue(
      'typical',
      typical.filter((key) => !keys.includes(key)),
      { shouldDirty: true },
    );
  const fieldsOf = (entries: typeof rest) =>
    entries
      .filter(([, spec]) => spec.type !== 'circles' && shown(spec))
      .map(([key, spec]) => (
        <SpecField
          key={key}
          name={key}
          spec={spec}
          register={register}
          refusal={refusals.get(`specs.${key}`)}
          focus={ask === key}
          listId={jointsId}
          helpId={helpId}
          onHelp={setHelp}
          {...(typical.includes(key) && { onConfirm: () => confirm(key) })}
        />
      ));
  // Someone who adds a thing is asked for little; who comes for a value, or to what has values, sees them.
  const [more, setMore] = useState(
    () => (ask !== undefined && !first.includes(ask)) || rest.some(([key, spec]) => specText(spec, valueOf(item, key)) !== ''),
  );
  const refusedThere = [...refusals.keys()].some((field) => !['name', 'note', ...first.map((key) => `specs.${key}`)].includes(field));
  const shown = (spec: Spec) => specApplies(spec, (key) => specs[key]);
  return (
    <Dialog open wide onClose={onClose} title={there ? item.name : KINDS[item.kind].title} help={itemsText.leaveEmptyWhatYouDo}>
      <form onSubmit={(event) => void handleSubmit(save)(event)} noValidate className="grid gap-4">
        <datalist id={jointsId}>
          {joints.map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
        <div className="grid gap-x-4 gap-y-2 sm:grid-cols-2">
          <Labelled words={itemsText.name} refusal={refusals.get('name')}>
            {(id) => (
              <input
                id={id}
                {...register('name')}
                data-field="name"
                aria-invalid={refusals.has('name') || undefined}
                autoComplete="off"
                autoFocus={ask === undefined}
                className={FIELD}
              />
            )}
          </Labelled>
          <Labelled words={itemsText.note} refusal={refusals.get('note')}>
            {(id) => <input id={id} {...register('note')} data-field="note" autoComplete="off" className={FIELD} />}
          </Labelled>
        </div>
        {item.kind === 'lens' && <MeasuredNote lensId={item.id} />}
        {item.typical.length > 0 && (
          <p className="flex flex-wrap items-center gap-x-3 gap-y-1 rounded-md bg-sunk px-3 py-2 text-sm">
            <span>{say(itemsText.typicalLeft, { n: typical.length })}</span>
            {typical.length > 0 && <TextButton onClick={() => confirm(...typical)}>{itemsText.confirmAll}</TextButton>}
          </p>
        )}
        <fieldset className="grid gap-x-4 gap-y-2 sm:grid-cols-4">
          <legend className="sr-only">{itemsText.first}</legend>
          {fieldsOf(asked)}
          {(item.kind === 'body' || item.kind === 'film') && (
            <Labelled words={itemsText.useTheSizeOf}>
              {(id) => (
                <Select
                  id={id}
                  className={FIELD}
                  value=""
                  onChange={(event) => {
                    const format = FORMATS.find(({ id }) => id === event.target.value);
                    if (!format) return;
                    form.setValue('specs.widthMm', String(format.widthMm), { shouldDirty: true });
                    form.setValue('specs.heightMm', String(format.heightMm), { shouldDirty: true });
                  }}
                >
                  <option value="">{itemsText.chooseAFormat}</option>
                  {FORMATS.map(({ id, name }) => (
                    <option key={id} value={id}>
                      {name}
                    </option>
                  ))}
                </Select>
              )}
            </Labelled>
          )}
        </fieldset>
        <details open={more || refusedThere} onToggle={({ currentTarget }) => setMore(currentTarget.open)}>
          <summary className="cursor-pointer text-sm font-medium">
            {say(itemsText.moreValues, { groups: groups.map(([group]) => group.toLowerCase()).join(', ') })}
          </summary>
          <div className="mt-3 grid gap-4">
            {groups.map(([group, entries]) => (
              <fieldset key={group} hidden={!entries.some(([, spec]) => shown(spec))} className="grid gap-x-4 gap-y-2 sm:grid-cols-3">
                <legend className="engraved mb-1">{group}</legend>
                {fieldsOf(entries)}
                {entries.some(([key]) => key === 'levelRollDeg') && (
                  <LevelCalibration
                    onApply={(pitch, roll) => {
                      form.setValue('specs.levelPitchDeg', pitch, { shouldDirty: true });
                      form.setValue('specs.levelRollDeg', roll, { shouldDirty: true });
                    }}
                  />
                )}
                {entries.some(([, spec]) => spec.type === 'circles') && (
                  <div className="sm:col-span-3">
                    <p className="mb-1 text-sm text-ink-soft">{itemsText.sharpCirclesByAperture}</p>
                    <div className="grid gap-2">
                      {circles.fields.map((row, i) => (
                        <div key={row.id} className="grid grid-cols-[1fr_1fr_1fr_auto] items-end gap-2">
                          <Labelled words={itemsText.atF} refusal={refusals.get(`circles.${i}.fNumber`)}>
                            {(id) => (
                              <input
                                id={id}
                                {...register(`circles.${i}.fNumber`)}
                                data-field={`circles.${i}.fNumber`}
                                aria-invalid={refusals.has(`circles.${i}.fNumber`) || undefined}
                                inputMode="decimal"
                                autoComplete="off"
                                className={FIELD}
                              />
                            )}
                          </Labelled>
                          <Labelled words={itemsText.diameterMm} refusal={refusals.get(`circles.${i}.diameterMm`)}>
                            {(id) => (
                              <input
                                id={id}
                                {...register(`circles.${i}.diameterMm`)}
                                data-field={`circles.${i}.diameterMm`}
                                aria-invalid={refusals.has(`circles.${i}.diameterMm`) || undefined}
                                inputMode="decimal"
                                autoComplete="off"
                                className={FIELD}
                              />
                            )}
                          </Labelled>
                          <Labelled words={itemsText.is}>
                            {(id) => (
                              <Select id={id} {...register(`circles.${i}.evidence`)} className={FIELD}>
                                {Object.entries(EVIDENCE).map(([value, words]) => (
                                  <option key={value} value={value}>
                                    {words}
                                  </option>
                                ))}
                              </Select>
                            )}
                          </Labelled>
                          <IconButton label={itemsText.removeThisCircle} onClick={() => circles.remove(i)}>
                            <Trash2 size={16} aria-hidden />
                          </IconButton>
                        </div>
                      ))}
                    </div>
                    {circles.fields.length === 0 && <p className="text-sm text-ink-soft">{itemsText.noneGiven80OfThe}</p>}
                    <Button className="mt-2" onClick={() => circles.append({ fNumber: '', diameterMm: '', evidence: 'measured' })}>
                      <Plus size={15} aria-hidden /> {itemsText.addACircle}
                    </Button>
                  </div>
                )}
              </fieldset>
            ))}
          </div>
        </details>
        <div className="sticky -bottom-5 -mx-5 -mb-5 flex items-center justify-end gap-2 border-t border-hairline bg-sheet px-5 py-3">
          {refusals.size > 0 && (
            <p role="alert" className="grow text-sm text-fails">
              {say(itemsText.cannotBeSavedSeeAbove, {
                size: refusals.size === 1 ? itemsText.oneValue : say(itemsText.values, { size: refusals.size }),
              })}
            </p>
          )}
          {refusals.size === 0 && (
            <p id={helpId} className="min-h-8 grow text-xs text-ink-soft">
              {help}
            </p>
          )}
          <Button onClick={onClose}>{itemsText.cancel}</Button>
          <Button look="main" type="submit" className="shrink-0">
            {there ? itemsText.saveSpecs : itemsText.addToTheKit}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

interface SpecFieldProps {
  readonly name: string;
  readonly spec: Spec;
  readonly register: UseFormRegister<ItemForm>;
  readonly refusal: string | undefined;
  readonly focus: boolean;
  readonly listId: string;
  readonly helpId: string;
  /** Takes how to measure the value whose field is being typed in. */
  readonly onHelp: (how: string) => void;
  /** Of a value that is typical: takes it for that of this item. */
  readonly onConfirm?: () => void;
}

function SpecField({ name, spec, register, refusal, focus, listId, helpId, onHelp, onConfirm }: SpecFieldProps) {
  const path = `specs.${name}` as const;
  const props = {
    ...register(path),
    'data-field': path,
    'aria-invalid': refusal ? true : undefined,
    'aria-describedby': helpId,
    onFocus: () => onHelp(spec.how),
    autoFocus: focus,
    className: FIELD,
  } as const;
  const unit = 'unit' in spec && spec.unit !== '' ? `, ${spec.unit}` : '';
  return (
    <Labelled
      words={`${spec.label}${unit}`}
      refusal={refusal}
      beside={
        onConfirm && (
          <TextButton
            onClick={onConfirm}
            aria-label={say(itemsText.confirm, { label: spec.label })}
            title={itemsText.typicalNotYours}
            className="min-h-7 text-xs"
          >
            {itemsText.typical}
          </TextButton>
        )
      }
    >
      {(id) =>
        spec.type === 'choice' || spec.type === 'flag' ? (
          <Select id={id} {...props}>
            <option value="">{itemsText.unknown}</option>
            {(spec.type === 'choice'
              ? Object.entries(spec.choices)
              : [
                  ['yes', 'yes'],
                  ['no', 'no'],
                ]
            ).map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </Select>
        ) : (
          <input
            id={id}
            {...props}
            list={spec.type === 'joint' ? listId : undefined}
            inputMode={spec.type === 'number' ? 'decimal' : undefined}
            autoComplete="off"
            placeholder={spec.type === 'list' ? itemsText.listExample : itemsText.unknown}
          />
        )
      }
    </Labelled>
  );
}

interface LabelledProps {
  readonly words: string;
  readonly refusal?: string | undefined;
  /** What stands beside the label. */
  readonly beside?: ReactNode;
  readonly children: (id: string) => ReactNode;
}

/** A field with its label, and why what is in it was refused. */
function Labelled({ words, refusal, beside, children }: LabelledProps) {
  const id = useId();
  return (
    <div className="self-end">
      <div className="flex items-baseline justify-between gap-2 text-sm leading-tight text-ink-soft">
        <label htmlFor={id}>{words}</label>
        {beside}
      </div>
      {children(id)}
      {refusal && (
        <span role="alert" className="block text-sm text-fails">
          {refusal}
        </span>
      )}
    </div>
  );
}

/** Mounts, boards and shutters that are named somewhere in the kit, so that the same name is chosen again. */
function jointNames(items: readonly KitItem[]): readonly string[] {
  const names = items.flatMap((item) =>
    specsOf(item.kind).flatMap(([key, { type }]) => (type === 'joint' ? [(item.specs as Readonly<Record<string, unknown>>)[key]] : [])),
  );
  return [...new Set(names.filter((name): name is string => typeof name === 'string'))].sort();
}

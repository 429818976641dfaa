import { zodResolver } from '@hookform/resolvers/zod';
import { Plus, Trash2 } from 'lucide-react';
import { useFieldArray, useForm, useWatch, type Path } from 'react-hook-form';
import { rigSchema } from '@gangway/contract/rig';
import { FORMATS } from '@gangway/core/coverage/formats';
import { STOP_STEPS } from '@gangway/core/coverage/apertures';
import type { Mechanism } from '@gangway/core/rig/mechanism';
import type { Rig } from '@gangway/core/rig/rig';
import type { z } from 'zod';
import { Button, IconButton } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { typedNumber } from '../../ui/typedNumber';

type RigForm = z.input<typeof rigSchema>;

interface RigDialogProps {
  readonly rig: Rig;
  readonly onSave: (rig: Rig) => void;
  readonly onClose: () => void;
}

const MECHANISMS: readonly { readonly kind: Mechanism['kind']; readonly words: string; readonly empty: Mechanism }[] = [
  { kind: 'box', words: 'two slides at right angles', empty: { kind: 'box', riseMm: 0, fallMm: 0, leftMm: 0, rightMm: 0 } },
  { kind: 'disc', words: 'one slide that rotates', empty: { kind: 'disc', radiusMm: 0 } },
  { kind: 'line', words: 'one slide locked to an angle', empty: { kind: 'line', angleDeg: 90, forwardMm: 0, backMm: 0 } },
  { kind: 'fixed', words: 'no movements', empty: { kind: 'fixed' } },
  { kind: 'unknown', words: 'not known', empty: { kind: 'unknown' } },
];

const TRAVELS: Readonly<Record<Mechanism['kind'], readonly { readonly key: string; readonly words: string; readonly unit: string }[]>> = {
  box: [
    { key: 'riseMm', words: 'Rise', unit: 'mm' },
    { key: 'fallMm', words: 'Fall', unit: 'mm' },
    { key: 'leftMm', words: 'To the left', unit: 'mm' },
    { key: 'rightMm', words: 'To the right', unit: 'mm' },
  ],
  disc: [{ key: 'radiusMm', words: 'Travel all round', unit: 'mm' }],
  line: [
    { key: 'angleDeg', words: 'Angle', unit: '°' },
    { key: 'forwardMm', words: 'Travel forward', unit: 'mm' },
    { key: 'backMm', words: 'Travel back', unit: 'mm' },
  ],
  fixed: [],
  unknown: [],
};

// Typed text becomes a number; an empty field is *not known* where the figure may be missing.
const asNumber = { setValueAs: (value: unknown) => (typeof value === 'string' ? (typedNumber(value) ?? Number.NaN) : value) };
const asNumberOrUnknown = {
  setValueAs: (value: unknown) => (value === null || value === '' ? null : typeof value === 'string' ? (typedNumber(value) ?? Number.NaN) : value),
};

const FIELD = 'w-full rounded-sm border border-rule bg-ground px-2 py-1 text-base tabular-nums aria-invalid:border-fails';

/** The figures of the rig, typed in one sheet; nothing is taken until all of them can be. */
export function RigDialog({ rig, onSave, onClose }: RigDialogProps) {
  const form = useForm<RigForm, unknown, Rig>({ resolver: zodResolver(rigSchema), defaultValues: structuredClone(rig) as RigForm });
  const { register, control, handleSubmit, getFieldState, formState, setValue } = form;
  const circles = useFieldArray({ control, name: 'lens.circle.definition' as never });
  const kind = useWatch({ control, name: 'mechanism.kind' });

  const field = (name: Path<RigForm>, words: string, unit: string, options: object) => (
    <Field key={name} words={words} unit={unit} refusal={getFieldState(name, formState).error?.message}>
      {(props) => <input {...props} {...register(name, options)} className={FIELD} inputMode={unit === '' ? undefined : 'decimal'} autoComplete="off" />}
    </Field>
  );

  return (
    <Dialog open wide onClose={onClose} title="Rig" help="Sizes in millimetres, circles at infinity. Leave empty what you do not know: Gangway says what depends on it.">
      <form onSubmit={(event) => void handleSubmit((taken) => onSave(taken))(event)} noValidate className="grid gap-4">
        {field('name', 'Name of the rig', '', {})}
        <fieldset className="grid gap-x-4 gap-y-2 sm:grid-cols-4">
          <legend className="engraved mb-1">Lens</legend>
          <div className="sm:col-span-3">{field('lens.name', 'Name', '', {})}</div>
          {field('lens.focalMm', 'Focal length', 'mm', asNumber)}
          {field('lens.widestFNumber', 'Widest aperture', 'f/', asNumber)}
          {field('lens.smallestFNumber', 'Smallest aperture', 'f/', asNumber)}
          <Field words="Clicks in" unit="stops" refusal={undefined}>
            {(props) => (
              <select {...props} {...register('lens.stopStep')} className={FIELD}>
                {STOP_STEPS.map((step) => (
                  <option key={step}>{step}</option>
                ))}
              </select>
            )}
          </Field>
          {field('lens.circle.lightMm', 'Light circle', 'mm', asNumberOrUnknown)}
        </fieldset>
        <fieldset>
          <legend className="engraved mb-1">Circles of good definition</legend>
          <div className="grid gap-2 sm:grid-cols-2">
            {circles.fields.map((row, i) => (
              <div key={row.id} className="flex items-end gap-2">
                {field(`lens.circle.definition.${i}.fNumber`, 'At', 'f/', asNumber)}
                {field(`lens.circle.definition.${i}.diameterMm`, 'Diameter', 'mm', asNumber)}
                <IconButton label="Remove this circle" onClick={() => circles.remove(i)}>
                  <Trash2 size={16} aria-hidden />
                </IconButton>
              </div>
            ))}
          </div>
          {circles.fields.length === 0 && (
            <p className="text-sm text-ink-soft">None given: 80 % of the light circle is assumed (common practice).</p>
          )}
          <Button className="mt-2" onClick={() => circles.append({ fNumber: '', diameterMm: '' })}>
            <Plus size={15} aria-hidden /> Add a circle
          </Button>
        </fieldset>
        <fieldset className="grid gap-x-4 gap-y-2 sm:grid-cols-4">
          <legend className="engraved mb-1">Back (film has no pixels: leave them empty)</legend>
          <div className="sm:col-span-2">{field('back.name', 'Name', '', {})}</div>
          <Field words="Take the size of" unit="" refusal={undefined}>
            {(props) => (
              <select
                {...props}
                className={FIELD}
                value=""
                onChange={(event) => {
                  const format = FORMATS.find(({ id }) => id === event.target.value);
                  if (!format) return;
                  setValue('back.widthMm', format.widthMm, { shouldDirty: true, shouldValidate: formState.isSubmitted });
                  setValue('back.heightMm', format.heightMm, { shouldDirty: true, shouldValidate: formState.isSubmitted });
                }}
              >
                <option value="">choose a format …</option>
                {FORMATS.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </select>
            )}
          </Field>
          <span className="max-sm:hidden" />
          {field('back.widthMm', 'Frame width', 'mm', asNumber)}
          {field('back.heightMm', 'Frame height', 'mm', asNumber)}
          {field('back.columnsPx', 'Pixels across', 'px', asNumberOrUnknown)}
          {field('back.rowsPx', 'Pixels down', 'px', asNumberOrUnknown)}
        </fieldset>
        <fieldset className="grid gap-x-4 gap-y-2 sm:grid-cols-4">
          <legend className="engraved mb-1">Movements (an angle of 0 is to the right, 90 up)</legend>
          <div className="sm:col-span-4">
            <Field words="Mechanism" unit="" refusal={undefined}>
              {(props) => (
                <select
                  {...props}
                  className={FIELD}
                  value={kind}
                  onChange={(event) => {
                    const chosen = MECHANISMS.find((each) => each.kind === event.target.value);
                    if (chosen) setValue('mechanism', rig.mechanism.kind === chosen.kind ? rig.mechanism : chosen.empty, { shouldDirty: true });
                  }}
                >
                  {MECHANISMS.map((each) => (
                    <option key={each.kind} value={each.kind}>
                      {each.words}
                    </option>
                  ))}
                </select>
              )}
            </Field>
          </div>
          {TRAVELS[kind].map(({ key, words, unit }) => field(`mechanism.${key}` as Path<RigForm>, words, unit, asNumber))}
        </fieldset>
        <div className="sticky -bottom-5 -mx-5 -mb-5 flex justify-end gap-2 border-t border-hairline bg-sheet px-5 py-3">
          <Button onClick={onClose}>Cancel</Button>
          <Button look="main" type="submit">
            Take these figures
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

interface FieldProps {
  readonly words: string;
  readonly unit: string;
  readonly refusal: string | undefined;
  readonly children: (props: { 'aria-invalid': true | undefined }) => React.ReactNode;
}

function Field({ words, unit, refusal, children }: FieldProps) {
  return (
    <label className="block">
      <span className="text-sm text-ink-soft">
        {words}
        {unit && `, ${unit}`}
      </span>
      {children({ 'aria-invalid': refusal ? true : undefined })}
      {refusal && (
        <span role="alert" className="block text-sm text-fails">
          {refusal}
        </span>
      )}
    </label>
  );
}

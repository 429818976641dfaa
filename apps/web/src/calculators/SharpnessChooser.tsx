import { useState } from 'react';
import { FORMATS } from '@gangway/core/coverage/formats';
import { permissibleBlur } from '@gangway/core/focus/sharpness';
import { Button } from '../ui/Button';
import { NumberField } from '../ui/NumberField';
import type { SharpnessStandard } from '@gangway/core/model/sharpness';
import { Select } from '../ui/Select';

const START: Readonly<Record<SharpnessStandard['school'], SharpnessStandard>> = {
  diagonal: { school: 'diagonal', divisor: 1500 },
  pixels: { school: 'pixels', pixels: 2, columnsPx: 8256 },
  print: { school: 'print', printWidthMm: 600, viewingDistanceMm: 500, eyeArcMinutes: 1 },
};

const SCHOOLS: readonly { readonly school: SharpnessStandard['school']; readonly words: string }[] = [
  { school: 'diagonal', words: 'diagonal of the format divided by a number (default)' },
  { school: 'pixels', words: 'so many pixels' },
  { school: 'print', words: 'print, viewing distance and eye' },
];

interface SharpnessChooserProps {
  readonly onUse: (cocMm: number, reason: string) => void;
}

const above = (what: string, take: (value: number) => void) => (value: number) => {
  if (!(value > 0 && Number.isFinite(value))) return `${what} must be more than 0.`;
  take(value);
  return null;
};

/** What counts as sharp, by one of three schools, with the blur that follows and its reason. */
export function SharpnessChooser({ onUse }: SharpnessChooserProps) {
  const [formatId, setFormatId] = useState('small');
  const [standard, setStandard] = useState<SharpnessStandard>(START.diagonal);
  const format = FORMATS.find(({ id }) => id === formatId) ?? FORMATS[0];
  if (!format) return null;
  const { cocMm, reason } = permissibleBlur(standard, format);
  return (
    <section aria-label="Standard of sharpness" className="rounded-md border border-hairline bg-ground p-3">
      <h3 className="engraved mb-2">Standard of sharpness</h3>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <label className="text-sm text-ink-soft">
          Format{' '}
          <Select aria-label="Format" value={formatId} onChange={(event) => setFormatId(event.target.value)} className="bg-sheet text-ink">
            {FORMATS.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </label>
        <label className="text-sm text-ink-soft">
          School{' '}
          <Select
            aria-label="School"
            value={standard.school}
            onChange={(event) => {
              const chosen = SCHOOLS.find(({ school }) => school === event.target.value);
              if (chosen) setStandard(START[chosen.school]);
            }}
            className="bg-sheet text-ink"
          >
            {SCHOOLS.map(({ school, words }) => (
              <option key={school} value={school}>
                {words}
              </option>
            ))}
          </Select>
        </label>
        {standard.school === 'diagonal' && (
          <NumberField
            label="Divided by"
            unit=""
            decimals={0}
            value={standard.divisor}
            onCommit={above('The number', (divisor) => setStandard({ ...standard, divisor }))}
          />
        )}
        {standard.school === 'pixels' && (
          <>
            <NumberField
              label="Blur"
              unit="px"
              decimals={1}
              value={standard.pixels}
              onCommit={above('The blur', (pixels) => setStandard({ ...standard, pixels }))}
            />
            <NumberField
              label="Pixels across"
              unit="px"
              decimals={0}
              value={standard.columnsPx}
              onCommit={above('The number of pixels', (columnsPx) => setStandard({ ...standard, columnsPx }))}
            />
          </>
        )}
        {standard.school === 'print' && (
          <>
            <NumberField
              label="Print width"
              unit="mm"
              decimals={0}
              value={standard.printWidthMm}
              onCommit={above('The width', (printWidthMm) => setStandard({ ...standard, printWidthMm }))}
            />
            <NumberField
              label="Viewing distance"
              unit="mm"
              decimals={0}
              value={standard.viewingDistanceMm}
              onCommit={above('The distance', (viewingDistanceMm) => setStandard({ ...standard, viewingDistanceMm }))}
            />
            <NumberField
              label="Eye"
              unit="′"
              decimals={1}
              value={standard.eyeArcMinutes}
              onCommit={above('The resolution', (eyeArcMinutes) => setStandard({ ...standard, eyeArcMinutes }))}
            />
          </>
        )}
      </div>
      <p className="mt-2 flex flex-wrap items-center gap-3 text-sm">
        <span className="grow">{reason}</span>
        <Button onClick={() => onUse(cocMm, reason)}>Use this blur</Button>
      </p>
    </section>
  );
}

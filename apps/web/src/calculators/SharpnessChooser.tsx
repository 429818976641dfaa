import { calculatorsText } from '@gangway/messages/web/calculators';
import { say } from '@gangway/messages/say';
import { useState } from 'react';
import { FORMATS } from '@gangway/core/coverage/formats';
import { permissibleBlur } from '@gangway/core/focus/sharpness';
import { permissibleBlurReason } from '@gangway/core/focus/sharpnessReason';
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
  { school: 'diagonal', words: calculatorsText.diagonalOfTheFormatDivided },
  { school: 'pixels', words: calculatorsText.soManyPixels },
  { school: 'print', words: calculatorsText.printViewingDistanceAndEye },
];

interface SharpnessChooserProps {
  readonly onUse: (cocMm: number, reason: string) => void;
}

const above = (what: string, take: (value: number) => void) => (value: number) => {
  if (!(value > 0 && Number.isFinite(value))) return say(calculatorsText.mustBeMoreThan0, { what });
  take(value);
  return null;
};

/** What counts as sharp, by one of three schools, with the blur that follows and its reason. */
export function SharpnessChooser({ onUse }: SharpnessChooserProps) {
  const [formatId, setFormatId] = useState('small');
  const [standard, setStandard] = useState<SharpnessStandard>(START.diagonal);
  const format = FORMATS.find(({ id }) => id === formatId) ?? FORMATS[0];
  if (!format) return null;
  const allowed = permissibleBlur(standard, format);
  const { cocMm } = allowed;
  const reason = permissibleBlurReason(allowed);
  return (
    <section aria-label={calculatorsText.standardOfSharpness} className="rounded-md border border-hairline bg-ground p-3">
      <h3 className="engraved mb-2">{calculatorsText.standardOfSharpness}</h3>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <label className="text-sm text-ink-soft">
          {calculatorsText.format}{' '}
          <Select
            aria-label={calculatorsText.format}
            value={formatId}
            onChange={(event) => setFormatId(event.target.value)}
            className="bg-sheet text-ink"
          >
            {FORMATS.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </label>
        <label className="text-sm text-ink-soft">
          {calculatorsText.school}{' '}
          <Select
            aria-label={calculatorsText.school}
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
            label={calculatorsText.dividedBy}
            unit=""
            decimals={0}
            value={standard.divisor}
            onCommit={above(calculatorsText.theNumber, (divisor) => setStandard({ ...standard, divisor }))}
          />
        )}
        {standard.school === 'pixels' && (
          <>
            <NumberField
              label={calculatorsText.blur}
              unit="px"
              decimals={1}
              value={standard.pixels}
              onCommit={above(calculatorsText.theBlur, (pixels) => setStandard({ ...standard, pixels }))}
            />
            <NumberField
              label={calculatorsText.pixelsAcross}
              unit="px"
              decimals={0}
              value={standard.columnsPx}
              onCommit={above(calculatorsText.theNumberOfPixels, (columnsPx) => setStandard({ ...standard, columnsPx }))}
            />
          </>
        )}
        {standard.school === 'print' && (
          <>
            <NumberField
              label={calculatorsText.printWidth}
              unit="mm"
              decimals={0}
              value={standard.printWidthMm}
              onCommit={above(calculatorsText.theWidth, (printWidthMm) => setStandard({ ...standard, printWidthMm }))}
            />
            <NumberField
              label={calculatorsText.viewingDistance}
              unit="mm"
              decimals={0}
              value={standard.viewingDistanceMm}
              onCommit={above(calculatorsText.theDistance, (viewingDistanceMm) => setStandard({ ...standard, viewingDistanceMm }))}
            />
            <NumberField
              label={calculatorsText.eye}
              unit="′"
              decimals={1}
              value={standard.eyeArcMinutes}
              onCommit={above(calculatorsText.theResolution, (eyeArcMinutes) => setStandard({ ...standard, eyeArcMinutes }))}
            />
          </>
        )}
      </div>
      <p className="mt-2 flex flex-wrap items-center gap-3 text-sm">
        <span className="grow">{reason}</span>
        <Button onClick={() => onUse(cocMm, reason)}>{calculatorsText.useThisBlur}</Button>
      </p>
    </section>
  );
}

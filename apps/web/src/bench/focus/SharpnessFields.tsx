import { focusText } from '@gangway/messages/web/bench/focus';
import { permissibleBlurReason } from '@gangway/core/focus/sharpnessReason';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { SHARPNESS_FIGURES } from '@gangway/contract/focus';
import { LIMIT_FIELDS } from '@gangway/core/fields/limits';
import { NumberField } from '../../ui/NumberField';
import type { SharpnessStandard } from '@gangway/core/model/sharpness';
import { focusEdit } from './focusEdit';
import { Select } from '../../ui/Select';

const SCHOOLS: Readonly<Record<SharpnessStandard['school'], string>> = {
  diagonal: focusText.byTheFormatsDiagonalDefault,
  pixels: focusText.bySoManyPixels,
  print: focusText.byPrintAndViewingDistance,
};

function startOf(school: SharpnessStandard['school'], columnsPx: number): SharpnessStandard {
  switch (school) {
    case 'diagonal':
      return { school, divisor: 1500 };
    case 'pixels':
      return { school, pixels: 2, columnsPx };
    case 'print':
      return { school, printWidthMm: 600, viewingDistanceMm: 500, eyeArcMinutes: 1 };
  }
}

/** What counts as sharp, by one of three schools, with the blur that follows and why, and what must be soft. */
export function SharpnessFields({ geometry }: { readonly geometry: Geometry }) {
  const { sharpness, rig } = geometry.settings;
  const { columnsPx, rowsPx } = rig.back;
  const film = columnsPx === null || rowsPx === null;
  const field = (key: 'divisor' | 'pixels' | 'printWidthMm' | 'viewingDistanceMm' | 'eyeArcMinutes', decimals: number) => {
    const value = (sharpness as unknown as Readonly<Record<string, number>>)[key];
    return value === undefined ? null : (
      <NumberField
        key={key}
        label={SHARPNESS_FIGURES[key].label}
        unit={SHARPNESS_FIGURES[key].unit}
        decimals={decimals}
        value={value}
        onCommit={(next) => focusEdit.setSharpness({ ...sharpness, [key]: next })}
      />
    );
  };
  return (
    <div className="grid gap-1">
      <Select
        aria-label={focusText.standardOfSharpness}
        value={sharpness.school}
        onChange={(event) =>
          focusEdit.setSharpness(startOf(event.target.value as SharpnessStandard['school'], Math.max(columnsPx ?? 0, rowsPx ?? 0)))
        }
        wide
      >
        {Object.entries(SCHOOLS).map(([school, words]) => (
          <option key={school} value={school} disabled={school === 'pixels' && film}>
            {words}
          </option>
        ))}
      </Select>
      <div className="grid justify-items-end gap-1">
        {field('divisor', 0)}
        {field('pixels', 1)}
        {field('printWidthMm', 0)}
        {field('viewingDistanceMm', 0)}
        {field('eyeArcMinutes', 1)}
        {geometry.settings.pins.some(({ role }) => role === 'soft') && (
          <NumberField
            label={LIMIT_FIELDS.softTimes.label}
            unit={focusText.thatBlur}
            decimals={1}
            value={geometry.settings.limits.softTimes}
            onCommit={(softTimes) => focusEdit.setLimits({ softTimes })}
          />
        )}
      </div>
      <p className="text-ink-soft">{permissibleBlurReason(geometry.blurAllowed)}</p>
    </div>
  );
}

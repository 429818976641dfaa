import { lengthWords } from '@gangway/messages/length';
import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import { X } from 'lucide-react';
import { memo } from 'react';
import { PLATE_BOUNDS } from '@gangway/contract/plate';
import type { Plate, PlateMeasurement } from '@gangway/core/model/plate';
import type { KnownPlate } from '@gangway/core/plate/known';
import { IconButton } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { TextField } from '../../ui/TextField';
import { PanelSection } from '../PanelSection';
import { cameraHeightBy, measuredWords, TAPE_M } from './measured';
import { plateEdit } from './plateEdit';

interface MeasurePanelProps {
  readonly plate: Plate;
  readonly known: KnownPlate;
}

/** The scale of the photograph, and what was measured in it. */
export const MeasurePanel = memo(function MeasurePanel({ plate, known }: MeasurePanelProps) {
  const height = PLATE_BOUNDS.cameraHeightM;
  const doubt = PLATE_BOUNDS.cameraHeightDoubtM;
  // Whoever enters it has measured it, until they say how well.
  const setHeight = (m: number): string | null =>
    plateEdit.amend(
      (each) => ({ ...each, cameraHeightM: m, cameraHeightDoubtM: TAPE_M }),
      say(plateText.cameraHeightSaid, { m: lengthWords(m, 2) }),
    );
  return (
    <>
      <PanelSection title={plateText.scale} help={plateText.scaleHelp}>
        <div className="grid justify-items-end gap-1">
          <NumberField label={height.label} unit={height.unit} value={plate.cameraHeightM} decimals={2} onCommit={setHeight} />
          <NumberField
            label={doubt.label}
            unit={doubt.unit}
            value={plate.cameraHeightDoubtM}
            decimals={2}
            onCommit={(m) =>
              plateEdit.amend((each) => ({ ...each, cameraHeightDoubtM: m }), say(plateText.cameraDoubtSaid, { m: lengthWords(m, 2) }))
            }
          />
        </div>
      </PanelSection>
      <PanelSection title={plateText.measurements} help={plateText.measureHelp}>
        {plate.measured.length === 0 && <p className="text-ink-soft">{plateText.none}</p>}
        <ul className="grid gap-2">
          {plate.measured.map((each, i) => (
            <Measured
              key={i}
              n={i + 1}
              plate={plate}
              known={known}
              measurement={each}
              onChange={(next, said) =>
                plateEdit.amend(
                  (before) => ({ ...before, measured: before.measured.flatMap((one, k) => (k === i ? (next ?? []) : one)) }),
                  said,
                )
              }
              onKnown={(heightM) => {
                const by = cameraHeightBy(known, each, heightM);
                return 'why' in by ? by.why : setHeight(by.found);
              }}
            />
          ))}
        </ul>
      </PanelSection>
    </>
  );
});

interface MeasuredProps extends MeasurePanelProps {
  readonly n: number;
  readonly measurement: PlateMeasurement;
  readonly onChange: (next: PlateMeasurement | null, said: string) => string | null;
  readonly onKnown: (heightM: number) => string | null;
}

function Measured({ n, plate, known, measurement, onChange, onKnown }: MeasuredProps) {
  const { name, of } = measurement;
  const result = measuredWords(plate, known, measurement);
  return (
    <li className="border-t border-hairline pt-1">
      <div className="flex items-center gap-1">
        <TextField
          label={say(plateText.nameOfMeasurement, { n })}
          value={name}
          hideLabel
          onCommit={(next) => onChange({ ...measurement, name: next }, say(plateText.renamed, { name: next }))}
        />
        <IconButton label={say(plateText.delete, { name })} onClick={() => onChange(null, plateText.deleted)}>
          <X size={15} aria-hidden />
        </IconButton>
      </div>
      {'why' in result ? <p className="text-tight">{result.why}</p> : <p className="tabular-nums">{result.found}</p>}
      {of === 'height' && (
        <div className="grid justify-items-end">
          <NumberField label={plateText.knownSize} unit="m" value={0} empty decimals={2} onCommit={onKnown} />
        </div>
      )}
    </li>
  );
}

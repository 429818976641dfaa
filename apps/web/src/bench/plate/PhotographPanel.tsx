import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import { PLATE_BOUNDS } from '@gangway/contract/plate';
import type { Plate } from '@gangway/core/model/plate';
import { isUnread } from '@gangway/core/plate/blankPlate';
import { fixed } from '@gangway/core/words';
import { NumberField } from '../../ui/NumberField';
import { TextButton } from '../../ui/TextButton';
import { PanelSection } from '../PanelSection';
import { ChooseFile } from './ChooseFile';
import { plateEdit } from './plateEdit';
import type { ReadingState } from './usePlateReading';

/** Which photograph it is, how wide it sees, and how far it has been read. */
export function PhotographPanel({ plate, reading }: { readonly plate: Plate; readonly reading: ReadingState }) {
  const { name, widthPx, heightPx, kind, equivalentMm, cropped, middlePx } = plate;
  const { label, unit } = PLATE_BOUNDS.equivalentMm;
  const commit = (mm: number): string | null => {
    const refused = plateEdit.amend((each) => ({ ...each, equivalentMm: mm }), `${label} ${fixed(mm, 0)} mm`);
    // Lines are told apart by the focal length: the first one lets them be found.
    if (refused === null && equivalentMm === null) reading.again('missing');
    return refused;
  };
  return (
    <PanelSection title={plateText.photograph}>
      <p className="break-words">
        {isUnread(plate)
          ? name
          : say(kind === 'sphere' ? plateText.sphereWords : plateText.sizeWords, { name, width: widthPx, height: heightPx })}
      </p>
      {reading.state === 'reading' && <p role="status">{plateText.reading}</p>}
      {reading.state === 'waiting' && <p role="status">{plateText.waiting}</p>}
      {reading.trouble !== null && (
        <p role="alert" className="text-fails">
          {reading.trouble} <TextButton onClick={() => reading.again('missing')}>{plateText.retry}</TextButton>
        </p>
      )}
      {kind === 'flat' && (
        <div className="mt-1 grid justify-items-end">
          <NumberField label={label} unit={unit} value={equivalentMm ?? 26} empty={equivalentMm === null} decimals={0} onCommit={commit} />
        </div>
      )}
      {kind === 'flat' && equivalentMm === null && reading.state === 'read' && (
        <p className="mt-1 text-tight">{plateText.equivalentMissing}</p>
      )}
      {cropped && kind === 'flat' && (
        <p className={`mt-1 ${middlePx ? 'text-ink-soft' : 'text-tight'}`}>
          {middlePx ? plateText.croppedSaid : plateText.croppedWords}{' '}
          <TextButton
            onClick={() =>
              plateEdit.amend(
                (each) => ({ ...each, middlePx: middlePx ? null : [each.widthPx / 2, each.heightPx / 2] }),
                middlePx ? plateText.middleForgotten : plateText.middleSaid,
              )
            }
          >
            {middlePx ? plateText.forgetMiddle : plateText.middleIsMiddle}
          </TextButton>
        </p>
      )}
      <div className="mt-2 flex items-start gap-3">
        <ChooseFile label={plateText.replace} />
        <TextButton onClick={() => plateEdit.remove()} className="min-h-8">
          {plateText.remove}
        </TextButton>
      </div>
    </PanelSection>
  );
}

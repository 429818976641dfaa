import { proofText } from '@gangway/messages/web/proof';
import { say } from '@gangway/messages/say';
import { Download } from 'lucide-react';
import { useState } from 'react';
import {
  EXPORT_BOUNDS,
  exportQuery,
  FIRST_EXPORT,
  ratioIn,
  RATIOS,
  SHARPENINGS,
  type PictureExport,
} from '@gangway/contract/pictureExport';
import { OUTPUTS, type Report } from '@gangway/contract/proof';
import { straightenedPart } from '@gangway/core/framing/straightened';
import { fixed } from '@gangway/core/words';
import { CheckField } from '../ui/CheckField';
import { Dialog } from '../ui/Dialog';
import { NumberField } from '../ui/NumberField';
import { SelectField } from '../ui/SelectField';

interface ExportDialogProps {
  readonly assemblyId: string;
  readonly report: Pick<Report, 'width' | 'height'>;
  readonly onClose: () => void;
}

/** A finished picture for a use: straightened, cropped, at a size, sharpened for it. The finished picture itself stays as it is. */
export function ExportDialog({ assemblyId, report, onClose }: ExportDialogProps) {
  const [wanted, setWanted] = useState<PictureExport>(FIRST_EXPORT);
  const choose = <K extends keyof PictureExport>(key: K, value: PictureExport[K]) => setWanted({ ...wanted, [key]: value });
  const pick = <K extends 'output' | 'ratio' | 'sharpening'>(
    key: K,
    label: string,
    choices: Readonly<Record<PictureExport[K], string>>,
  ) => <SelectField<PictureExport[K]> label={label} choices={choices} value={wanted[key]} onChoose={(value) => choose(key, value)} />;
  const { longPx, ratio, turnDeg } = wanted;
  const part = straightenedPart(report, turnDeg, ratioIn(ratio, report));
  const by = longPx === null ? 1 : Math.min(1, longPx / Math.max(part.width, part.height));
  const bound = (key: 'longPx' | 'turnDeg', whole: boolean) => (value: number) => {
    const { label, min, max } = EXPORT_BOUNDS[key];
    if ((whole && !Number.isInteger(value)) || value < min || value > max)
      return say(whole ? proofText.mustBeAWholeNumber : proofText.mustBeBetween, { label, min: fixed(min, 0), max: fixed(max, 0) });
    choose(key, value);
    return null;
  };
  return (
    <Dialog open onClose={onClose} title={proofText.exportPicture} help={proofText.exportHelp}>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2 text-sm">
        {pick('output', proofText.file, OUTPUTS)}
        {pick('ratio', proofText.proportions, RATIOS)}
        <NumberField {...EXPORT_BOUNDS.turnDeg} decimals={2} value={turnDeg} onCommit={bound('turnDeg', false)} />
        {pick('sharpening', proofText.sharpening, SHARPENINGS)}
        <CheckField checked={longPx === null} onChange={(checked) => choose('longPx', checked ? null : FIRST_EXPORT.longPx)}>
          {proofText.atFullSize}
        </CheckField>
        {longPx !== null && <NumberField {...EXPORT_BOUNDS.longPx} decimals={0} value={longPx} onCommit={bound('longPx', true)} />}
      </div>
      <p className="mt-3 text-sm tabular-nums" role="status">
        {say(proofText.exportsPx, { width: Math.round(part.width * by), height: Math.round(part.height * by) })}
      </p>
      <a
        href={`/api/assemblies/${assemblyId}/export?${exportQuery(wanted)}`}
        download
        onClick={onClose}
        className="mt-3 inline-flex min-h-9 items-center gap-1.5 rounded-md bg-accent px-3 text-sm font-medium text-on-accent"
      >
        <Download size={14} aria-hidden /> {proofText.exportTheFile}
      </a>
    </Dialog>
  );
}

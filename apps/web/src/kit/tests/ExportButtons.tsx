import { testsText } from '@gangway/messages/web/kit/tests';
import { FileOutput, FileText } from 'lucide-react';
import type { MeasuredTest } from '@gangway/contract/lensTestFile';
import { Button } from '../../ui/Button';
import { download, fileName } from '../../ui/download';
import { useToast } from '../../ui/Notes';
import { refusalSentence } from '../../store/sendFiles';
import { testFile } from './testFile';
import type { OpenTest } from './TestPage';

interface ExportProps {
  readonly open: OpenTest;
  readonly result: MeasuredTest;
  /** The rows of the table that is exported. */
  readonly rows: () => readonly Readonly<Record<string, number | string | undefined>>[];
}

/** The test as JSON, and its values as a table. */
export function ExportButtons({ open, result, rows }: ExportProps) {
  const name = fileName(open.test.settings.name);
  const tell = useToast();
  const asTable = async () => {
    const { default: Papa } = await import('papaparse');
    download(`${name}.csv`, 'text/csv', `${Papa.unparse([...rows()])}\r\n`);
  };
  const fetched = async (address: string, asked: unknown, file: { readonly name: string; readonly type: string }) => {
    const answer = await fetch(address, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(asked),
    }).catch(() => null);
    if (!answer?.ok) tell(answer ? await refusalSentence(answer) : testsText.noFile);
    else download(file.name, file.type, new Uint8Array(await answer.arrayBuffer()));
  };
  const asReport = async () => {
    const { lens, rig, test } = open;
    const { otherCopy } = test.settings;
    const asked = {
      // Of another copy the frames and the day are those of the other test.
      file: { ...testFile(open, result), ...(otherCopy && { begunAt: otherCopy.begunAt, lens: otherCopy.lens }) },
      focalMm: rig?.lens.focalMm ?? lens?.specs.focalMm ?? null,
      nominalCircleMm: rig?.lens.circle.imageCircleMm ?? lens?.specs.imageCircleMm ?? null,
      isOtherCopy: otherCopy !== null,
    };
    await fetched('/api/lens-test-report.pdf', asked, { name: `${name}.pdf`, type: 'application/pdf' });
  };
  return (
    <div className="flex flex-wrap gap-2">
      <Button onClick={() => void asReport()}>
        <FileText size={14} aria-hidden /> {testsText.exportPdf}
      </Button>
      <Button onClick={() => download(`${name}.json`, 'application/json', JSON.stringify(testFile(open, result), null, 2))}>
        <FileOutput size={14} aria-hidden /> {testsText.exportJson}
      </Button>
      <Button onClick={() => void asTable()}>
        <FileOutput size={14} aria-hidden /> {testsText.exportCsv}
      </Button>
      {result.kind === 'wall' && (
        <Button
          onClick={() =>
            void fetched('/api/lens-test-flat-fields.zip', testFile(open, result), {
              name: `${name}-flat-fields.zip`,
              type: 'application/zip',
            })
          }
        >
          <FileOutput size={14} aria-hidden /> {testsText.exportFlats}
        </Button>
      )}
    </div>
  );
}

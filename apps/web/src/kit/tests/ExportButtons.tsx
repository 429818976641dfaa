import { testsText } from '@gangway/messages/web/kit/tests';
import { FileOutput } from 'lucide-react';
import type { MeasuredTest } from '@gangway/contract/lensTestFile';
import { Button } from '../../ui/Button';
import { download, fileName } from '../../ui/download';
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
  const asTable = async () => {
    const { default: Papa } = await import('papaparse');
    download(`${name}.csv`, 'text/csv', `${Papa.unparse([...rows()])}\r\n`);
  };
  return (
    <div className="flex flex-wrap gap-2">
      <Button onClick={() => download(`${name}.json`, 'application/json', testFile(open, result))}>
        <FileOutput size={14} aria-hidden /> {testsText.exportJson}
      </Button>
      <Button onClick={() => void asTable()}>
        <FileOutput size={14} aria-hidden /> {testsText.exportCsv}
      </Button>
    </div>
  );
}

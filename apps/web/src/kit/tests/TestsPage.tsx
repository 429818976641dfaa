import { localDay, writtenDay } from '@gangway/messages/date';
import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { ChevronDown, FileInput, Plus } from 'lucide-react';
import { useRef, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { LensTestSummary } from '@gangway/contract/lensTest';
import { api, errorSentence } from '../../store/api';
import { useItems } from '../../store/useItems';
import { ActionMenu } from '../../ui/ActionMenu';
import { Button } from '../../ui/Button';
import { ErrorNote } from '../../ui/ErrorNote';
import { useToast } from '../../ui/Notes';
import { TextLink } from '../../ui/TextButton';
import { useOpenKit } from '../KitFrame';
import { NewTestDialog } from './NewTestDialog';
import { useImportTest } from './useImportTest';

/** Charts to print: size, and the paper it is put together from. */
const CHARTS = [
  ['A4', 'A4'],
  ['A3', 'A3'],
  ['A2', 'A2'],
  ['A2', 'A4'],
  ['A1', 'A1'],
  ['A1', 'A3'],
  ['A0', 'A0'],
  ['A0', 'A3'],
] as const;

/** All lens tests, or those of one lens. */
export function TestsPage() {
  const kit = useOpenKit();
  const items = useItems(kit);
  const navigate = useNavigate();
  const tell = useToast();
  const [search] = useSearchParams();
  const lensId = search.get('lens');
  const { data: tests, error, refetch } = api.useLensTestsQuery(undefined);
  const [remove] = api.useDeleteLensTestMutation();
  const [restore] = api.useRestoreLensTestMutation();
  const [beginning, setBeginning] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);
  const importing = useImportTest(
    (tests ?? []).map(({ name }) => name),
    (id) => void navigate(`/kit/tests/${id}`),
  );
  const shown = tests?.filter((test) => lensId === null || test.lensId === lensId);
  const lens = lensId === null ? null : items.get(lensId);

  const onDelete = async ({ id, name }: LensTestSummary) => {
    const { error: refused } = await remove(id);
    if (refused) tell(errorSentence(refused));
    else tell(say(testsText.isDeleted, { name }), () => void restore(id));
  };

  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <div className="grow">
          <h2 className="text-xl font-semibold">{lens ? say(testsText.testsOf, { name: lens.name }) : testsText.lensTests}</h2>
          <p className="text-sm text-ink-soft">{testsText.measureYourOwnLens}</p>
        </div>
        {lens && <TextLink to="/kit/tests">{testsText.showAll}</TextLink>}
        <ActionMenu
          label={testsText.testChart}
          actions={CHARTS.map(([size, paper]) => ({
            label: size === paper ? say(testsText.chartOf, { size }) : say(testsText.chartOn, { size, paper }),
            onSelect: () => location.assign(`/api/lens-test-chart.pdf?size=${size}&paper=${paper}`),
          }))}
          button={
            <Button title={testsText.chartHelp}>
              {testsText.testChart} <ChevronDown size={15} aria-hidden />
            </Button>
          }
        />
        {lens?.kind === 'lens' && (
          <>
            <Button title={testsText.importHelp} onClick={() => chooser.current?.click()}>
              <FileInput size={15} aria-hidden /> {testsText.importCopy}
            </Button>
            <input
              ref={chooser}
              type="file"
              accept=".json,application/json"
              aria-label={testsText.importFile}
              className="hidden"
              onChange={({ target }) => {
                const [file] = target.files ?? [];
                target.value = '';
                if (file) void importing.take(file, lens.id);
              }}
            />
          </>
        )}
        <Button look="main" onClick={() => setBeginning(true)}>
          <Plus size={15} aria-hidden /> {testsText.newTest}
        </Button>
      </div>
      {importing.trouble !== null && (
        <p role="alert" className="mb-2">
          {importing.trouble}
        </p>
      )}
      {error && <ErrorNote words={errorSentence(error)} onRetry={() => void refetch()} />}
      {!shown && !error && (
        <p role="status" className="text-ink-soft">
          {testsText.loading}
        </p>
      )}
      {shown?.length === 0 && <p className="max-w-prose text-ink-soft">{testsText.noTests}</p>}
      {shown && shown.length > 0 && (
        <ul className="divide-y divide-hairline border-y border-hairline">
          {shown.map((test) => (
            <li key={test.id} className="relative flex items-start gap-3 px-1 py-2.5 hover:bg-sheet">
              <div className="min-w-0 grow">
                <Link to={`/kit/tests/${test.id}`} className="font-semibold after:absolute after:inset-0">
                  {test.name}
                </Link>
                <p className="text-sm text-ink-soft">
                  {[items.get(test.lensId)?.name ?? testsText.goneLens, test.rigName].filter((words) => words !== '').join(' · ')}
                  {' · '}
                  <span data-typed>{writtenDay(localDay(new Date(test.createdAt)))}</span>
                </p>
                {test.appliedAt !== null && (
                  <p className="text-sm">{say(testsText.alreadyWritten, { date: writtenDay(localDay(new Date(test.appliedAt))) })}</p>
                )}
              </div>
              <span className="shrink-0 text-xs text-ink-soft tabular-nums">
                {test.isOtherCopy ? testsText.anotherCopy : say(testsText.framesOf, { frames: test.frames, shots: test.shots })}
              </span>
              <span className="relative z-10">
                <ActionMenu
                  label={say(testsText.moreFor, { name: test.name })}
                  actions={[{ label: testsText.delete, onSelect: () => void onDelete(test) }]}
                />
              </span>
            </li>
          ))}
        </ul>
      )}
      {beginning && (
        <NewTestDialog kit={kit} lensId={lensId} onClose={() => setBeginning(false)} onBegun={(id) => void navigate(`/kit/tests/${id}`)} />
      )}
    </>
  );
}

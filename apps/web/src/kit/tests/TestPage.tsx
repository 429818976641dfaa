import { say } from '@gangway/messages/say';
import { judgeText } from '@gangway/messages/web/kit/judge';
import { testsText } from '@gangway/messages/web/kit/tests';
import { useMemo } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { builtRig } from '@gangway/contract/kit';
import type { LensTest, LensTestSettings } from '@gangway/contract/lensTest';
import type { ItemOf } from '@gangway/core/kit/item';
import type { Rig } from '@gangway/core/model/rig';
import { api, errorSentence } from '../../store/api';
import { useItems } from '../../store/useItems';
import { Choices } from '../../ui/Choices';
import { ErrorNote } from '../../ui/ErrorNote';
import { useToast } from '../../ui/Notes';
import { useOpenKit } from '../KitFrame';
import { useChangeKit } from '../useKit';
import { FramesPart } from './FramesPart';
import { JudgePart } from './JudgePart';
import { OtherCopyNote } from './OtherCopyNote';
import { PlanPart } from './PlanPart';
import { ResultsPart } from './ResultsPart';
import { framesInPlace, useMeasured } from './useMeasured';

const PARTS = ['plan', 'frames', 'judge', 'results'] as const;
type Part = (typeof PARTS)[number];

/** A test of a lens with what the kit holds of its lens and rig. */
export interface OpenTest {
  readonly test: LensTest;
  /** `null` where it is no longer in the kit. */
  readonly lens: ItemOf<'lens'> | null;
  /** The rig as the kit has it now; `null` where it is gone or incomplete. */
  readonly rig: Rig | null;
  readonly change: (settings: LensTestSettings, said: string) => void;
}

/** One test of a lens: its plan, its frames, what they tell. */
export function TestPage() {
  const { testId = '' } = useParams();
  const { data: test, error, refetch } = api.useLensTestQuery(testId);
  if (error && !test) return <ErrorNote words={errorSentence(error)} onRetry={() => void refetch()} />;
  if (!test)
    return (
      <p role="status" className="text-ink-soft">
        {testsText.loadingTest}
      </p>
    );
  return <Test test={test} />;
}

function Test({ test }: { readonly test: LensTest }) {
  const kit = useOpenKit();
  const items = useItems(kit);
  const tell = useToast();
  const changeKit = useChangeKit();
  const [search, setSearch] = useSearchParams();
  const inPlace = framesInPlace(test).length;
  const { lensId, rigId, name, shots, target, otherCopy } = test.settings;
  const item = items.get(lensId);
  const rigRow = kit.rigs.find((row) => row.rig.id === rigId);
  const rig = useMemo(() => (rigRow ? builtRig(rigRow.rig, items) : null), [rigRow, items]);
  const lens = item?.kind === 'lens' ? item : null;
  const measuring = useMeasured(test, rig?.lens.focalMm ?? lens?.specs.focalMm ?? null);
  const { result } = measuring;
  const asked = PARTS.find((part) => part === search.get('part'));
  const first: Part = inPlace === 0 ? 'plan' : 'results';
  // Of another copy there are results alone.
  const part: Part = otherCopy ? 'results' : (asked ?? first);
  // An even wall has nothing to judge.
  const judged = target !== 'wall';
  const open: OpenTest = {
    test,
    lens,
    rig,
    change: (settings, said) =>
      void changeKit([], said, { id: test.id, settings }).catch((refused: unknown) => tell(errorSentence(refused))),
  };
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-2">
        <div className="min-w-0 grow">
          <Link to="/kit/tests" className="text-sm text-ink-soft hover:text-ink print:hidden">
            {testsText.lensTests}
          </Link>
          <h2 className="text-xl font-semibold">{name}</h2>
          <p className="text-sm text-ink-soft">{test.settings.rigName}</p>
        </div>
        {!otherCopy && (
          <div className="print:hidden">
            <Choices
              label={testsText.parts}
              value={part}
              onChoose={(id) => setSearch({ part: id }, { replace: true })}
              choices={[
                { id: 'plan', name: testsText.plan },
                { id: 'frames', name: `${testsText.frames} ${inPlace}/${shots.length}` },
                ...(judged ? [{ id: 'judge' as const, name: judgeText.part }] : []),
                { id: 'results', name: testsText.results },
              ]}
            />
          </div>
        )}
      </div>
      {otherCopy && <OtherCopyNote copy={otherCopy} />}
      {part === 'plan' && <PlanPart open={open} circle={result?.kind === 'wall' ? result.light.circle : null} />}
      {part === 'frames' && <FramesPart open={open} result={result} />}
      {part === 'judge' && judged && <JudgePart open={open} result={result} />}
      {part === 'results' && <ResultsPart open={open} measuring={measuring} />}
      <p className="sr-only" role="status">
        {say(testsText.framesOf, { frames: inPlace, shots: shots.length })}
      </p>
    </>
  );
}

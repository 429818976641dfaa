import { checksText } from '@gangway/messages/web/bench/checks';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { ArrowRight } from 'lucide-react';
import { Fragment, useState, type ReactNode } from 'react';
import { type CheckResult, checkNote, checkSentence, missingValue } from '@gangway/core/checks/evaluate';
import type { Fix } from '@gangway/core/checks/fix';
import { checkNamed } from '@gangway/core/checks/registry';
import { fixSentence, fixSetting, marginWords } from '@gangway/core/checks/wording';
import type { RigParts } from '@gangway/core/model/rig';
import type { MissingValue } from '@gangway/core/rig/missing';
import { CheckRow } from '../../ui/CheckRow';
import { typicalIn } from '@gangway/core/rig/typical';
import { useSought } from './solverClient';
import { useChecks } from './useChecks';
import { TextButton } from '../../ui/TextButton';
import type { SetupSettings } from '@gangway/core/model/setup';
import { needsSettling, PinnedVerdict, setSolution, Solutions, Verdict } from '../settle/SettlePanel';
import { SolutionButton } from '../../setup/settle/SolutionButton';
import { useSettled, type Settling } from '../../setup/settle/useSettled';

interface ChecksPanelProps {
  readonly geometry: Geometry;
  readonly onApply: (patch: Fix['patch'], said: string) => void;
  readonly onAsk: (missing: MissingValue) => void;
  /** Shows another setting on the bench, without setting it; `null` for the present one. */
  readonly onPreview: (settings: SetupSettings | null) => void;
  /** At the foot of a narrow page: the verdict alone, which opens the rest upward. */
  readonly pinned: boolean;
}

/** What Gangway has to say about the setup, worst first, each with what would cure it. */
export function ChecksPanel({ geometry, onApply, onAsk, onPreview, pinned }: ChecksPanelProps) {
  const { checks, fresh, failed } = useChecks(geometry);
  const { settings } = geometry;
  const [settling, setSettling] = useState(false);
  const [unfolded, setUnfolded] = useState(false);
  const settled = useSettled(
    settings,
    checks.some(({ state }) => state === 'fails' || state === 'unknown'),
  );
  const [assumed, setAssumed] = useState(false);
  const relied = useSought('typical', settings, typicalIn(settings.rig.parts).length > 0)?.answer.relied ?? {};
  const row = (check: CheckResult) => (
    <CheckRow
      key={check.kind}
      kind={check.kind}
      state={check.state}
      card={check.state !== 'passes'}
      sentence={checkSentence(check)}
      // What a tenth of a degree does stands in the step Frame; here it is said when it matters.
      assumes={assumed ? checkNamed(check.kind).assumes : null}
      note={check.kind === 'level' && check.state === 'passes' ? null : checkNote(check)}
    >
      <Relied values={relied[check.kind] ?? []} onAsk={onAsk} />
      <Fixes
        check={check}
        parts={settings.rig.parts}
        fresh={fresh}
        failed={failed}
        settled={settled}
        onApply={onApply}
        onAsk={onAsk}
        onPreview={onPreview}
      />
    </CheckRow>
  );
  const assumptions = (
    <TextButton onClick={() => setAssumed(!assumed)} className="text-xs">
      {assumed ? checksText.hideAssumptions : checksText.showAssumptions}
    </TextButton>
  );
  const solutions = needsSettling(checks) && (
    <Solutions
      settings={settings}
      now={settled}
      open={settling}
      onPreview={onPreview}
      onUsed={() => {
        setSettling(false);
        setUnfolded(false);
      }}
    />
  );
  const all = (
    <>
      {solutions}
      <ul className="grid gap-2">{checks.filter(({ state }) => state !== 'passes').map(row)}</ul>
      <Passing checks={checks.filter(({ state }) => state === 'passes')} open={assumed} row={row} />
    </>
  );
  const head = <h2 className="sr-only">{checksText.checks}</h2>;
  if (!pinned)
    return (
      <section aria-label={checksText.checks}>
        {head}
        <Verdict settings={settings} checks={checks} open={settling} onOpen={setSettling} beside={assumptions} />
        {all}
      </section>
    );
  return (
    // Read from the verdict on, seen above it.
    <section aria-label={checksText.checks} className="flex flex-col-reverse">
      {head}
      <PinnedVerdict
        settings={settings}
        checks={checks}
        open={settling}
        onOpen={(open) => {
          setSettling(open);
          if (open) setUnfolded(true);
        }}
        unfolded={unfolded}
        onUnfold={setUnfolded}
      />
      {unfolded && (
        <div data-unfolded className="max-h-[70dvh] overflow-y-auto border-t border-rule bg-sheet p-3" tabIndex={-1}>
          {all}
          <p className="mt-2">{assumptions}</p>
        </div>
      )}
    </section>
  );
}

/** The typical values that a check relies on, each a way to enter one's own. */
function Relied({ values, onAsk }: { readonly values: readonly MissingValue[]; readonly onAsk: (missing: MissingValue) => void }) {
  if (values.length === 0) return null;
  return (
    <p data-typical className="mt-0.5 text-xs text-ink-soft">
      {checksText.reliesOnTypical}{' '}
      {values.map((value, i) => (
        <Fragment key={`${value.itemId} ${value.spec}`}>
          {i > 0 && ' · '}
          <TextButton
            plain
            onClick={() => onAsk(value)}
            title={say(checksText.enterYours, { label: value.label, itemName: value.itemName })}
          >
            {value.label}
          </TextButton>
        </Fragment>
      ))}
    </p>
  );
}

/** The checks that pass, folded away: there is nothing to do about them. */
function Passing({
  checks,
  open,
  row,
}: {
  readonly checks: readonly CheckResult[];
  /** Opened from outside, as when what the checks assume is to be read. */
  readonly open: boolean;
  readonly row: (check: CheckResult) => ReactNode;
}) {
  const [unfolded, setUnfolded] = useState(false);
  if (checks.length === 0) return null;
  return (
    <details
      className="mt-2 rounded-md border border-hairline px-3 py-1.5"
      open={open || unfolded}
      onToggle={(event) => !open && setUnfolded(event.currentTarget.open)}
    >
      <summary className="cursor-pointer text-sm text-ink-soft max-sm:py-2">{say(checksText.checksPass, { n: checks.length })}</summary>
      <ul className="divide-y divide-hairline">{checks.map(row)}</ul>
    </details>
  );
}

/** No fix of the check by itself: the whole setup solved, or what Settle knows of what may change. */
function NoSingleFix({ settled, onPreview }: Pick<ChecksPanelProps, 'onPreview'> & { readonly settled: Settling }) {
  const first = settled.settled?.solutions[0];
  const words = noFixWords(settled);
  return (
    <>
      <p className="mt-0.5 text-xs text-ink-soft">{words}</p>
      {first && (
        <div className="mt-1.5">
          <SolutionButton solution={first} onPreview={onPreview} onUse={setSolution} />
        </div>
      )}
    </>
  );
}

/** That there is no fix is said only where it is proved for what may change. */
function noFixWords({ settled, canceled, failed }: Settling): string {
  if (settled === null) return canceled || failed ? checksText.noFixFound : checksText.lookingForFixes;
  if (settled.solutions.length > 0) return checksText.severalChangesFixThis;
  return settled.conflict?.certificate ? checksText.nothingThatMayChange : checksText.noFixFound;
}

function Fixes({
  check,
  parts,
  fresh,
  failed,
  settled,
  onApply,
  onAsk,
  onPreview,
}: Omit<ChecksPanelProps, 'geometry' | 'pinned'> & {
  readonly settled: Settling;
  readonly check: CheckResult;
  readonly parts: RigParts;
  readonly fresh: boolean;
  readonly failed: boolean;
}) {
  if (check.state === 'unknown') {
    const missing = missingValue(check, parts);
    // What is missing there is no value of the rig.
    if (missing === null) return null;
    return (
      <TextButton onClick={() => onAsk(missing)} className="mt-1 text-sm font-medium">
        {checksText.enterTheMissingValue}
      </TextButton>
    );
  }
  if (!fresh && check.fixes.length === 0 && (check.state === 'fails' || check.state === 'tight')) {
    return <p className="mt-0.5 text-xs text-ink-soft">{checksText.lookingForFixes}</p>;
  }
  if (failed && check.state === 'fails') return <p className="mt-0.5 text-xs text-ink-soft">{checksText.couldNotComputeFixesInternal}</p>;
  if (check.state === 'fails' && check.fixes.length === 0) return <NoSingleFix settled={settled} onPreview={onPreview} />;
  if (check.fixes.length === 0) return null;
  return (
    <ul className="mt-1.5 flex flex-wrap gap-1.5" aria-label={checksText.fixes}>
      {check.fixes.map((fix) => (
        <li key={fixSentence(fix)}>
          <button
            type="button"
            title={fixSentence(fix)}
            disabled={!fresh}
            onClick={() => onApply(fix.patch, fixSetting(fix))}
            className="inline-flex min-h-7 items-center text-left gap-1 rounded-md border border-rule bg-ground px-2 text-sm hover:border-accent hover:text-accent max-sm:min-h-10"
          >
            <ArrowRight size={13} className="shrink-0" aria-hidden />
            <span className="font-medium">{fixSetting(fix)}</span>
            <span className="shrink-0 text-xs text-ink-soft">{say(checksText.toSpare, { leaves: marginWords(fix.leaves) })}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}

import { say } from '@gangway/messages/say';
import { checksText } from '@gangway/messages/web/bench/checks';
import { settleText } from '@gangway/messages/web/bench/settle';
import { paletteText } from '@gangway/messages/web/palette';
import { verdictLine, verdictState } from '@gangway/core/checks/verdict';
import type { CheckResult } from '@gangway/core/checks/evaluate';
import type { SetupSettings } from '@gangway/core/model/setup';
import type { Conflict, Solution } from '@gangway/core/settle/settle';
import { changeWords, contradictionSentence, excludedSentence } from '@gangway/core/settle/wording';
import { ChevronDown, ChevronUp } from 'lucide-react';
import { useEffect, useMemo, useRef, type ReactNode } from 'react';
import { Button } from '../../ui/Button';
import { useCommands } from '../../ui/commands';
import { StateMark } from '../../ui/StateMark';
import { TextButton } from '../../ui/TextButton';
import { setupEdit } from '../editing/setupEdit';
import { Locks } from './Locks';
import { SolutionButton } from '../../setup/settle/SolutionButton';
import { waysOut } from '../../setup/settle/waysOut';
import type { SettledNow, Settling } from '../../setup/settle/useSettled';

interface VerdictProps {
  readonly settings: SetupSettings;
  readonly checks: readonly CheckResult[];
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
}

/** Whether there is something to settle. */
export function needsSettling(checks: readonly CheckResult[]): boolean {
  const state = verdictState(checks);
  return state === 'fails' || state === 'unknown';
}

/** The verdict over all checks in one line, and the button that helps. */
export function Verdict({
  settings,
  checks,
  open,
  onOpen,
  beside,
}: VerdictProps & { /** What stands in the line as well. */ readonly beside: ReactNode }) {
  return (
    <section aria-label={settleText.verdict} className="mb-1 flex items-center gap-2">
      <StateMark state={verdictState(checks)} />
      <p className="min-w-0 grow text-sm font-semibold" role="status" data-testid="verdict">
        {verdictLine(checks, settings.rig.parts)}
      </p>
      {beside}
      <SettleButton checks={checks} open={open} onOpen={onOpen} />
    </section>
  );
}

/** The same at the foot of a phone: a press opens what stands behind it upward. */
export function PinnedVerdict({
  settings,
  checks,
  open,
  onOpen,
  unfolded,
  onUnfold,
}: VerdictProps & { readonly unfolded: boolean; readonly onUnfold: (unfolded: boolean) => void }) {
  const passing = checks.filter(({ state }) => state === 'passes').length;
  return (
    <section aria-label={settleText.verdict} className="flex items-center gap-2 border-t border-rule bg-sheet px-3 py-1.5">
      <div role="status" className="min-w-0 grow">
        <button
          type="button"
          aria-expanded={unfolded}
          onClick={() => onUnfold(!unfolded)}
          className="flex min-h-11 w-full items-center gap-2.5 text-left"
        >
          <StateMark state={verdictState(checks)} size={22} />
          <span className="min-w-0 grow leading-tight">
            <span className="block truncate text-sm font-semibold" data-testid="verdict">
              {verdictLine(checks, settings.rig.parts)}
            </span>
            <span className="block text-xs text-ink-soft">
              {say(checksText.checksPass, { n: passing })}
              <span className="sr-only">{unfolded ? settleText.hideChecks : settleText.showChecks}</span>
            </span>
          </span>
          {unfolded ? <ChevronDown size={18} aria-hidden /> : <ChevronUp size={18} aria-hidden />}
        </button>
      </div>
      <SettleButton checks={checks} open={open} onOpen={onOpen} className="min-h-11 px-5" />
    </section>
  );
}

function SettleButton({
  checks,
  open,
  onOpen,
  className,
}: Pick<VerdictProps, 'checks' | 'open' | 'onOpen'> & { readonly className?: string }) {
  const needed = needsSettling(checks);
  useKeyS(needed ? () => onOpen(!open) : null);
  const latest = useRef({ open, onOpen });
  useEffect(() => {
    latest.current = { open, onOpen };
  });
  useCommands(
    useMemo(
      () =>
        needed ? [{ label: settleText.settle, keys: paletteText.keySettle, run: () => latest.current.onOpen(!latest.current.open) }] : [],
      [needed],
    ),
  );
  if (!needed) return null;
  return (
    <Button
      look="main"
      title={settleText.settleKey}
      aria-expanded={open}
      aria-keyshortcuts="s"
      onClick={() => onOpen(!open)}
      {...(className !== undefined && { className })}
    >
      {open ? settleText.close : settleText.settle}
    </Button>
  );
}

interface SolutionsProps extends Pick<VerdictProps, 'settings' | 'open'> {
  readonly now: Settling;
  readonly onPreview: (settings: SetupSettings | null) => void;
  readonly onUsed: () => void;
}

/** Settle opened: every way to make all checks pass, or why there is none; closed, how many there are. */
export function Solutions({ settings, now, open, onPreview, onUsed }: SolutionsProps) {
  if (!open) return now.settled && <Summary settled={now.settled} />;
  return (
    <div className="mb-1 grid gap-1.5">
      <Found
        now={now}
        onPreview={onPreview}
        onUse={(solution) => {
          // After an undo the bench is seen as it was, not the list again.
          onUsed();
          setSolution(solution);
        }}
      />
      <Locks locks={settings.locks} limits={settings.limits} />
    </div>
  );
}

/** Sets a solution as one step to undo. */
export function setSolution(solution: Solution): void {
  setupEdit.change(solution.settings, say(settleText.settled, { changes: changeWords(solution).join(', ') }));
}

function Summary({ settled: { solutions, conflict } }: { readonly settled: NonNullable<SettledNow['settled']> }) {
  const words = solutions.length > 0 ? say(settleText.ways, { n: solutions.length }) : settleText.noWay;
  return (
    <p className="mb-1 text-xs text-ink-soft">
      {conflict && solutions.length > 0 ? `${settleText.onlyBy} ` : ''}
      {words}
    </p>
  );
}

interface FoundProps extends Pick<SolutionsProps, 'now' | 'onPreview'> {
  readonly onUse: (solution: Solution) => void;
}

function Found({ now: { settled, share, failed, canceled, cancel, again }, onPreview, onUse }: FoundProps) {
  if (failed) return <p className="text-sm text-ink-soft">{settleText.failed}</p>;
  if (!settled) {
    return canceled ? (
      <p className="text-sm text-ink-soft">
        {settleText.canceled} <TextButton onClick={again}>{settleText.again}</TextButton>
      </p>
    ) : (
      <div className="flex items-center gap-2 text-sm" role="status">
        <progress value={share ?? 0} max={1} className="grow accent-accent" aria-label={settleText.looking} />
        <TextButton onClick={cancel}>{settleText.cancel}</TextButton>
      </div>
    );
  }
  const { solutions, conflict } = settled;
  return (
    <>
      {conflict && <p className="text-sm leading-snug">{contradictionSentence(conflict)}</p>}
      {conflict && proofOf(conflict)}
      {conflict && solutions.length > 0 && <p className="text-xs text-ink-soft">{settleText.onlyBy}</p>}
      {solutions.length > 0 && (
        <ul className="grid gap-1.5" aria-label={settleText.solutions}>
          {solutions.map((solution) => (
            <li key={changeWords(solution).join()}>
              <SolutionButton solution={solution} onPreview={onPreview} onUse={onUse} />
            </li>
          ))}
        </ul>
      )}
      {conflict && <Otherwise conflict={conflict} shown={solutions} onPreview={onPreview} onUse={onUse} />}
    </>
  );
}

/** Whether nothing can be there, with what excludes it, or only nothing was found, where the sentence with its values does not say it. */
function proofOf({ certificate, needs }: Conflict): ReactNode {
  if (certificate === null) return needs.length > 0 ? null : <p className="text-xs text-ink-soft">{settleText.searched}</p>;
  return (
    <details className="text-xs text-ink-soft">
      <summary className="cursor-pointer">{settleText.proved}</summary>
      <ul className="mt-1 grid gap-0.5 tabular-nums">
        {certificate.map((each) => {
          const words = excludedSentence(each);
          return <li key={words}>{words}</li>;
        })}
      </ul>
    </details>
  );
}

/** What would work with one thing more that may change, or with one requirement let go. */
function Otherwise({
  conflict,
  shown,
  onPreview,
  onUse,
}: Pick<FoundProps, 'onPreview' | 'onUse'> & { readonly conflict: Conflict; readonly shown: readonly Solution[] }) {
  const ways = waysOut(conflict, shown);
  if (ways.length === 0) return null;
  return (
    <>
      <p className="text-xs text-ink-soft">{settleText.withMore}</p>
      <ul className="grid gap-1.5">
        {ways.map(({ heading, solution }) => (
          <li key={heading}>
            <SolutionButton heading={heading} solution={solution} onPreview={onPreview} onUse={onUse} />
          </li>
        ))}
      </ul>
    </>
  );
}

/** The key S, where nothing is typed. */
function useKeyS(act: (() => void) | null): void {
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== 's' || event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.target instanceof HTMLElement && event.target.closest('input, select, textarea, [contenteditable], [role="dialog"]'))
        return;
      latest.current?.();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, []);
}

import { settleText } from '@gangway/messages/web/bench/settle';
import { firstText } from '@gangway/messages/web/first';
import type { JobSummary } from '@gangway/contract/job';
import { verdictLine, verdictState } from '@gangway/core/checks/verdict';
import { geometryOf } from '@gangway/core/geometry/geometry';
import type { SetupSettings } from '@gangway/core/model/setup';
import type { Settled } from '@gangway/core/settle/settle';
import { contradictionSentence } from '@gangway/core/settle/wording';
import { useId, useMemo, useState } from 'react';
import { checksOf } from '../setup/checksOf';
import { CircleMiniature } from '../setup/CircleMiniature';
import { SmallPicture, SolutionButton } from '../setup/settle/SolutionButton';
import { useSettled, type Settling } from '../setup/settle/useSettled';
import { waysOut } from '../setup/settle/waysOut';
import { Button } from '../ui/Button';
import { Select } from '../ui/Select';
import { StateMark } from '../ui/StateMark';
import { useNarrow } from '../ui/useNarrow';

interface ResultStepProps {
  readonly settings: SetupSettings;
  readonly name: string;
  readonly onName: (name: string) => void;
  readonly jobs: readonly Pick<JobSummary, 'id' | 'name'>[];
  readonly jobId: string;
  readonly onJob: (jobId: string) => void;
  readonly busy: boolean;
  readonly failure: string | null;
  readonly onCreate: (settings: SetupSettings) => void;
}

const PICTURE_PX = { desk: 260, phone: 168 } as const;
const CIRCLE_PX = { desk: 180, phone: 150 } as const;

/** The setup as it stands, the ways that Settle finds, and the way to the bench. */
export function ResultStep({ settings, name, onName, jobs, jobId, onJob, busy, failure, onCreate }: ResultStepProps) {
  const checks = checksOf(settings);
  const asItStands = verdictState(checks);
  // The rig was just chosen: another one is not offered.
  const needed = asItStands === 'fails' || asItStands === 'unknown';
  const settling = useSettled(settings, needed, false);
  const [picked, setPicked] = useState<SetupSettings | null>(null);
  const [preview, setPreview] = useState<SetupSettings | null>(null);
  const first = settling.settled?.solutions[0]?.settings ?? null;
  const chosen = picked ?? first ?? settings;
  const shown = preview ?? chosen;
  const shownChecks = checksOf(shown);
  const id = useId();
  const narrow = useNarrow();
  const still = useMemo(() => geometryOf(shown), [shown]);
  return (
    <section aria-labelledby={id} className="grid gap-5 md:grid-cols-[auto_minmax(0,1fr)]">
      <h2 id={id} className="text-lg font-semibold md:col-span-2">
        {firstText.yourResult}
      </h2>
      <div
        role="group"
        className="flex flex-wrap items-center justify-center gap-3 md:max-w-72 md:flex-col md:justify-start"
        aria-label={firstText.pictureOf}
      >
        <SmallPicture settings={shown} size={narrow ? PICTURE_PX.phone : PICTURE_PX.desk} />
        <CircleMiniature geometry={still} size={narrow ? CIRCLE_PX.phone : CIRCLE_PX.desk} />
        <p className="flex max-w-64 items-start gap-2 text-sm font-medium" role="status" data-testid="first-verdict">
          <StateMark state={verdictState(shownChecks)} />
          <span>{verdictLine(shownChecks, shown.rig.parts)}</span>
        </p>
      </div>
      <div className="grid content-start gap-4">
        <Ways settling={settling} passes={!needed} chosen={chosen} onPreview={setPreview} onPick={setPicked} />
        {picked !== settings && first !== null && (
          <div>
            <Button onClick={() => setPicked(settings)}>{firstText.leaveIt}</Button>
          </div>
        )}
        <form
          className="grid gap-3 rounded-md border border-rule bg-sheet p-4 sm:grid-cols-2"
          onSubmit={(event) => {
            event.preventDefault();
            onCreate(chosen);
          }}
        >
          <label className="block">
            <span className="text-sm text-ink-soft">{firstText.name}</span>
            <input
              value={name}
              aria-invalid={failure !== null}
              onFocus={(event) => event.currentTarget.select()}
              onChange={(event) => onName(event.target.value)}
              className="min-h-11 w-full rounded-sm border border-rule bg-ground px-2 text-base aria-invalid:border-fails"
            />
          </label>
          <label className="block">
            <span className="text-sm text-ink-soft">{firstText.job}</span>
            <Select value={jobId} onChange={(event) => onJob(event.target.value)} className="min-h-11 w-full">
              <option value="">{firstText.newJob}</option>
              {jobs.map((job) => (
                <option key={job.id} value={job.id}>
                  {job.name}
                </option>
              ))}
            </Select>
          </label>
          {failure !== null && (
            <p role="alert" className="text-sm text-fails sm:col-span-2">
              {failure}
            </p>
          )}
          <div className="sm:col-span-2">
            <Button
              look="main"
              type="submit"
              className="min-h-11 px-6"
              disabled={busy || (needed && settling.settled === null && !settling.failed && !settling.canceled)}
            >
              {busy ? firstText.creating : firstText.open}
            </Button>
          </div>
        </form>
      </div>
    </section>
  );
}

interface WaysProps {
  readonly settling: Settling;
  /** Whether every check passes as it stands. */
  readonly passes: boolean;
  readonly chosen: SetupSettings;
  readonly onPreview: (settings: SetupSettings | null) => void;
  readonly onPick: (settings: SetupSettings) => void;
}

/** What Settle offers; the one that is chosen is marked. */
function Ways({ settling: { settled, share, failed, canceled, cancel, again }, passes, chosen, onPreview, onPick }: WaysProps) {
  if (passes) return <p>{firstText.everyCheckPasses}</p>;
  if (failed) return <p role="alert">{firstText.couldNot}</p>;
  if (canceled)
    return (
      <p className="flex items-center gap-3">
        {settleText.canceled}
        <Button onClick={again}>{settleText.again}</Button>
      </p>
    );
  if (settled === null)
    return (
      <div className="flex flex-wrap items-center gap-3">
        <p role="status" className="flex items-center gap-3">
          <progress value={share ?? 0} max={1} className="accent-accent" aria-label={firstText.working} />
          {firstText.working}
        </p>
        <Button onClick={cancel}>{settleText.cancel}</Button>
      </div>
    );
  return (
    <div className="grid gap-2">
      <p className="text-sm">{introduced(settled)}</p>
      <ul className="grid gap-1.5">
        {offered(settled).map(({ heading, solution }) => (
          <li
            key={solution.changes.map(({ key, to }) => `${key} ${JSON.stringify(to)}`).join(' ')}
            className={solution.settings === chosen ? 'rounded-md ring-2 ring-accent' : ''}
            data-chosen={solution.settings === chosen || undefined}
          >
            <SolutionButton
              solution={solution}
              {...(heading !== undefined && { heading })}
              onPreview={onPreview}
              onUse={() => onPick(solution.settings)}
            />
          </li>
        ))}
      </ul>
    </div>
  );
}

function introduced({ solutions, conflict }: Settled): string {
  if (solutions.length > 0) return conflict ? `${contradictionSentence(conflict)} ${settleText.onlyBy}` : firstText.settleOffers;
  return conflict ? contradictionSentence(conflict) : firstText.noWay;
}

/** The solutions; where there are none, what would work with one thing more. */
function offered({
  solutions,
  conflict,
}: Settled): readonly { readonly heading?: string; readonly solution: Settled['solutions'][number] }[] {
  if (solutions.length > 0) return solutions.map((solution) => ({ solution }));
  return conflict ? waysOut(conflict, []) : [];
}

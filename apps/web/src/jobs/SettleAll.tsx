import { jobsText } from '@gangway/messages/web/jobs';
import { say } from '@gangway/messages/say';
import type { Job } from '@gangway/contract/job';
import type { Setup } from '@gangway/contract/storedSetup';
import { verdictLine, verdictState } from '@gangway/core/checks/verdict';
import type { Settled, Solution } from '@gangway/core/settle/settle';
import { changeWords, contradictionSentence, costWords } from '@gangway/core/settle/wording';
import { capital } from '@gangway/core/words';
import { useEffect, useMemo, useState } from 'react';
import { checksOf } from '../setup/checksOf';
import { settleOffPage } from '../setup/settle/settleClient';
import { useRigs } from '../setup/settle/useRigs';
import { api } from '../store/api';
import { saveSettings } from '../store/setupWrites';
import { store } from '../store/store';
import { Button } from '../ui/Button';
import { CheckField } from '../ui/CheckField';
import { Dialog } from '../ui/Dialog';
import { useToast } from '../ui/Notes';
import { StateMark } from '../ui/StateMark';
import { Th } from '../ui/Table';

interface SettleAllProps {
  readonly job: Job;
  readonly onClose: () => void;
}

/** Every setup of a job whose checks do not all pass, with the simplest change that makes them; those that are ticked are set. */
export function SettleAll({ job, onClose }: SettleAllProps) {
  // What is settled here is what was there when it was opened.
  const [setups] = useState(() => job.setups.filter(needsSettling));
  const found = useAllSettled(setups);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const tell = useToast();
  const done = found.size;
  const proposed = setups.flatMap((setup) => {
    const solution = found.get(setup.id)?.solutions[0];
    return solution && !left.has(setup.id) ? [{ setup, solution }] : [];
  });
  const apply = async () => {
    await Promise.all(proposed.map(({ setup, solution }) => saveSettings(setup, solution.settings)));
    onClose();
    tell(
      say(jobsText.settledSetups, { n: proposed.length }),
      () =>
        void putBack(
          job.id,
          proposed.map(({ setup }) => setup),
        ),
    );
  };
  return (
    <Dialog open wide onClose={onClose} title={jobsText.settleAll} help={jobsText.settleAllHelp}>
      {setups.length === 0 && <p>{jobsText.everySetupPasses}</p>}
      {setups.length > 0 && done < setups.length && (
        <div className="mb-2 flex items-center gap-3 text-sm" role="status">
          <progress value={done} max={setups.length} className="grow accent-accent" aria-label={jobsText.settling} />
          {say(jobsText.settledOf, { done, of: setups.length })}
        </div>
      )}
      {setups.length > 0 && (
        <div className="overflow-x-auto">
          <table className="w-full text-left text-sm">
            <thead>
              <tr className="border-b border-rule">
                <Th>{jobsText.setup}</Th>
                <Th>{jobsText.now}</Th>
                <Th>{jobsText.proposedChange}</Th>
              </tr>
            </thead>
            <tbody className="divide-y divide-hairline">
              {setups.map((setup) => (
                <Row
                  key={setup.id}
                  setup={setup}
                  settled={found.get(setup.id)}
                  chosen={!left.has(setup.id)}
                  onChoose={(chosen) =>
                    setLeft((before) => {
                      const next = new Set(before);
                      if (chosen) next.delete(setup.id);
                      else next.add(setup.id);
                      return next;
                    })
                  }
                />
              ))}
            </tbody>
          </table>
        </div>
      )}
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>{jobsText.cancel}</Button>
        <Button look="main" disabled={proposed.length === 0} onClick={() => void apply()}>
          {say(jobsText.applyTo, { n: proposed.length })}
        </Button>
      </div>
    </Dialog>
  );
}

interface RowProps {
  readonly setup: Setup;
  /** What was found; `undefined` until it was looked for, `null` when Gangway failed at it. */
  readonly settled: Settled | null | undefined;
  readonly chosen: boolean;
  readonly onChoose: (chosen: boolean) => void;
}

function Row({ setup, settled, chosen, onChoose }: RowProps) {
  const checks = checksOf(setup.settings);
  const solution = settled?.solutions[0];
  return (
    <tr>
      <td className="py-1.5 pr-3 align-top font-medium">{setup.name}</td>
      <td className="py-1.5 pr-3 align-top">
        <span className="flex gap-1.5">
          <StateMark state={verdictState(checks)} />
          {verdictLine(checks, setup.settings.rig.parts)}
        </span>
      </td>
      <td className="py-1.5 align-top">
        {settled === undefined && <span className="text-ink-soft">{jobsText.settling}</span>}
        {settled === null && <span className="text-ink-soft">{jobsText.couldNotSettle}</span>}
        {solution && (
          <CheckField checked={chosen} onChange={onChoose}>
            {proposalWords(solution)}
          </CheckField>
        )}
        {settled && !solution && (
          <span className="text-ink-soft">{settled.conflict ? contradictionSentence(settled.conflict) : jobsText.noWay}</span>
        )}
      </td>
    </tr>
  );
}

function proposalWords(solution: Solution): string {
  return capital([...changeWords(solution), ...costWords(solution.cost)].join(', '));
}

function needsSettling({ settings }: Setup): boolean {
  const state = verdictState(checksOf(settings));
  return state === 'fails' || state === 'unknown';
}

/** The setups settled one after the other, off the page; what is under way ends with the dialog. */
function useAllSettled(setups: readonly Setup[]): ReadonlyMap<string, Settled | null> {
  const rigs = useRigs();
  const [found, setFound] = useState<ReadonlyMap<string, Settled | null>>(new Map());
  const next = useMemo(() => setups.find(({ id }) => !found.has(id)), [setups, found]);
  useEffect(() => {
    if (!next || rigs === null) return;
    let over = false;
    const stop = settleOffPage(next.settings, rigs, {
      onSettled: (settled) => {
        over = true;
        setFound((before) => new Map(before).set(next.id, settled));
      },
    });
    return () => {
      if (!over) stop();
    };
  }, [next, rigs]);
  return found;
}

/** Undoes what was applied: each setup as it was before, against what is known of it by now. */
async function putBack(jobId: string, setups: readonly Setup[]): Promise<void> {
  const present = api.endpoints.job.select(jobId)(store.getState()).data?.setups ?? [];
  await Promise.all(setups.map((before) => saveSettings(present.find(({ id }) => id === before.id) ?? before, before.settings)));
}

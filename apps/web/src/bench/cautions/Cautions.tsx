import { cautionsText } from '@gangway/messages/web/bench/cautions';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { TriangleAlert, X } from 'lucide-react';
import { CAUTIONS, cautionsFor } from '@gangway/core/cautions/cautions';
import type { BenchStep } from '@gangway/core/model/step';
import { api } from '../../store/api';
import type { JobPatch } from '@gangway/contract/job';
import { changeJob } from '../../store/writes';
import { IconButton } from '../../ui/Button';
import { TextButton } from '../../ui/TextButton';

interface CautionsProps {
  readonly jobId: string;
  readonly step: BenchStep;
  readonly geometry: Geometry;
}

/** The cautions at this step; each can be dismissed for the job, and restored. */
export function Cautions({ jobId, step, geometry }: CautionsProps) {
  const { data: job } = api.useJobQuery(jobId);
  if (!job) return null;
  const shown = cautionsFor(geometry, step, job.dismissedCautions);
  const away = cautionsFor(geometry, step, []).length - shown.length;
  if (shown.length === 0 && away === 0) return null;
  const put = (dismissedCautions: readonly string[]) =>
    void changeJob(jobId, { dismissedCautions: [...dismissedCautions] as JobPatch['dismissedCautions'] });
  const ofStep = new Set(CAUTIONS.filter((caution) => caution.step === step).map(({ id }) => id));
  return (
    <section aria-label={cautionsText.cautions}>
      <h2 className="engraved mb-1">{cautionsText.cautions}</h2>
      <ul className="grid gap-0.5">
        {shown.map(({ id, words }) => (
          <li key={id} className="flex items-start gap-2 text-sm">
            <TriangleAlert size={15} className="mt-1 shrink-0" aria-hidden />
            <span className="grow">{words}</span>
            <IconButton
              label={say(cautionsText.dismissForThisJob, { words })}
              className="size-7 max-sm:size-10"
              onClick={() => put([...job.dismissedCautions, id])}
            >
              <X size={14} aria-hidden />
            </IconButton>
          </li>
        ))}
      </ul>
      {away > 0 && (
        <TextButton onClick={() => put(job.dismissedCautions.filter((id) => !ofStep.has(id)))} className="mt-1 text-sm text-ink-soft">
          {say(cautionsText.dismissedForThisJobShow, {
            away: away === 1 ? cautionsText.oneCautionIs : say(cautionsText.cautionsAre, { away }),
          })}
        </TextButton>
      )}
    </section>
  );
}

import type { Geometry } from '@gangway/core/geometry/geometry';
import { TriangleAlert, X } from 'lucide-react';
import { CAUTIONS, cautionsFor } from '@gangway/core/cautions/cautions';
import type { BenchStep } from '@gangway/core/model/step';
import { api, errorSentence } from '../../store/api';
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
  const [dismiss, { error }] = api.useDismissCautionsMutation();
  if (!job) return null;
  const shown = cautionsFor(geometry, step, job.dismissedCautions);
  const away = cautionsFor(geometry, step, []).length - shown.length;
  if (shown.length === 0 && away === 0) return null;
  const put = (dismissedCautions: readonly string[]) => void dismiss({ id: jobId, dismissedCautions });
  const ofStep = new Set(CAUTIONS.filter((caution) => caution.step === step).map(({ id }) => id));
  return (
    <section aria-label="Cautions">
      <h2 className="engraved mb-1">Cautions</h2>
      <ul className="grid gap-0.5">
        {shown.map(({ id, words }) => (
          <li key={id} className="flex items-start gap-2 text-sm">
            <TriangleAlert size={15} className="mt-1 shrink-0" aria-hidden />
            <span className="grow">{words}</span>
            <IconButton
              label={`Dismiss for this job: ${words}`}
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
          {away === 1 ? 'One caution is' : `${away} cautions are`} dismissed for this job; show again
        </TextButton>
      )}
      {error && (
        <p role="alert" className="text-sm text-fails">
          {errorSentence(error)}
        </p>
      )}
    </section>
  );
}

import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { useState } from 'react';
import { api, errorSentence } from '../../store/api';
import { Button } from '../../ui/Button';
import { useToast } from '../../ui/Notes';
import { Select } from '../../ui/Select';
import { placedByLog } from './places';
import type { OpenTest } from './TestPage';

/** Puts the frames where the log of a job says that they belong: the file knows neither aperture nor shift. */
export function MatchLog({ open: { test, change } }: { readonly open: OpenTest }) {
  const { data: jobs = [] } = api.useJobsQuery(undefined);
  const [fetchLog, { isFetching }] = api.useLazyLogQuery();
  const [jobId, setJobId] = useState('');
  const tell = useToast();
  const chosen = jobs.find(({ id }) => id === jobId) ?? jobs[0];
  if (!chosen) return null;
  const match = async () => {
    const { data, error } = await fetchLog(chosen.id);
    if (!data) {
      tell(error ? errorSentence(error) : testsText.noLog);
      return;
    }
    const { shots, placed } = placedByLog(test.settings.shots, test.frames, data.shots);
    const words = say(testsText.placedByLog, { placed, n: test.frames.length, job: chosen.name });
    if (placed > 0) change({ ...test.settings, shots }, testsText.orderByLog);
    tell(words);
  };
  return (
    <div className="flex items-center gap-1.5">
      <Select aria-label={testsText.logOf} value={chosen.id} onChange={(event) => setJobId(event.target.value)} className="max-w-48">
        {jobs.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Select>
      <Button look="quiet" disabled={test.frames.length === 0 || isFetching} onClick={() => void match()}>
        {testsText.byLog}
      </Button>
    </div>
  );
}

import { jobsText } from '@gangway/messages/web/jobs';
import { say } from '@gangway/messages/say';
import { api } from '../store/api';
import { restore } from '../store/writes';
import { useToast } from '../ui/Notes';
import { TextButton } from '../ui/TextButton';

/** What was deleted, with the way back. */
export function DeletedList() {
  const { data } = api.useDeletedQuery(undefined);
  const tell = useToast();
  if (!data || data.jobs.length + data.setups.length === 0) return null;
  const back = (of: 'job' | 'setup', id: string, name: string) =>
    void restore({ of, id, name }).then(() => tell(say(jobsText.isRestored, { words: name })));
  const row = (id: string, kind: string, name: string, onBack: () => void) => (
    <li key={id} className="flex items-baseline gap-2 text-sm">
      <span className="min-w-0 grow truncate" title={name}>
        {name} <span className="text-xs text-ink-soft">{kind}</span>
      </span>
      <TextButton onClick={onBack} className="font-medium" aria-label={say(jobsText.restore, { name })}>
        {jobsText.restore2}
      </TextButton>
    </li>
  );
  return (
    <details className="mt-6">
      <summary className="engraved cursor-pointer">{say(jobsText.deleted, { length: data.jobs.length + data.setups.length })}</summary>
      <ul className="mt-1 grid gap-1">
        {data.jobs.map(({ id, name }) => row(id, jobsText.kindJob, name, () => back('job', id, name)))}
        {data.setups.map(({ id, name }) => row(id, jobsText.kindSetup, name, () => back('setup', id, name)))}
      </ul>
    </details>
  );
}

import { jobsText } from '@gangway/messages/web/jobs';
import { say } from '@gangway/messages/say';
import { api, errorSentence } from '../store/api';
import { useToast } from '../ui/Notes';
import { TextButton } from '../ui/TextButton';

/** What was deleted, with the way back. */
export function DeletedList() {
  const { data } = api.useDeletedQuery(undefined);
  const [restoreJob] = api.useRestoreJobMutation();
  const [restoreSetup] = api.useRestoreSetupMutation();
  const tell = useToast();
  if (!data || data.jobs.length + data.setups.length === 0) return null;
  const back = (words: string, request: Promise<{ error?: unknown }>) =>
    void request.then(({ error }) => tell(error ? errorSentence(error) : say(jobsText.isRestored, { words })));
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
        {data.jobs.map(({ id, name }) => row(id, 'job', name, () => back(name, restoreJob(id))))}
        {data.setups.map(({ id, name }) => row(id, 'stand', name, () => back(name, restoreSetup(id))))}
      </ul>
    </details>
  );
}

import { jobsText } from '@gangway/messages/web/jobs';
import { say } from '@gangway/messages/say';
import { useState } from 'react';
import { api, errorSentence } from '../store/api';
import { restore } from '../store/writes';
import { Button } from '../ui/Button';
import { useToast } from '../ui/Notes';
import { TextButton } from '../ui/TextButton';

/** What was deleted, with the way back, and the way to delete it for good. */
export function DeletedList() {
  const { data } = api.useDeletedQuery(undefined);
  if (!data || data.jobs.length + data.setups.length === 0) return null;
  return (
    <details className="mt-6">
      <summary className="engraved cursor-pointer">{say(jobsText.deleted, { length: data.jobs.length + data.setups.length })}</summary>
      <p className="mt-1 text-xs text-ink-soft">{jobsText.keptThirtyDays}</p>
      <ul className="mt-1 grid gap-2">
        {data.jobs.map(({ id, name }) => (
          <DeletedRow key={id} of="job" id={id} name={name} />
        ))}
        {data.setups.map(({ id, name }) => (
          <DeletedRow key={id} of="setup" id={id} name={name} />
        ))}
      </ul>
    </details>
  );
}

interface DeletedRowProps {
  readonly of: 'job' | 'setup';
  readonly id: string;
  readonly name: string;
}

function DeletedRow({ of, id, name }: DeletedRowProps) {
  const tell = useToast();
  const [asked, setAsked] = useState(false);
  const [deleteForGood] = api.useDeleteForGoodMutation();
  const back = () => void restore({ of, id, name }).then(() => tell(say(jobsText.isRestored, { words: name })));
  const forGood = async () => {
    setAsked(false);
    const { error } = await deleteForGood({ of, id });
    tell(error ? errorSentence(error) : say(jobsText.goneForGood, { name }));
  };
  return (
    <li className="grid gap-x-2 text-sm">
      <span className="truncate" title={name}>
        {name} <span className="text-xs text-ink-soft">{of === 'job' ? jobsText.kindJob : jobsText.kindSetup}</span>
      </span>
      {asked ? (
        <span className="grid gap-1">
          <span>{say(jobsText.sureForGood, { name })}</span>
          <span className="flex gap-2">
            <Button onClick={() => setAsked(false)}>{jobsText.keepIt}</Button>
            <Button look="main" onClick={() => void forGood()}>
              {jobsText.deleteForGood}
            </Button>
          </span>
        </span>
      ) : (
        <span className="flex flex-wrap gap-x-3">
          <TextButton onClick={back} className="font-medium" aria-label={say(jobsText.restore, { name })}>
            {jobsText.restore2}
          </TextButton>
          <TextButton onClick={() => setAsked(true)} aria-label={say(jobsText.deleteForGoodName, { name })}>
            {jobsText.deleteForGood}
          </TextButton>
        </span>
      )}
    </li>
  );
}

import { localDay, timeOfDay, writtenDay } from '@gangway/messages/date';
import { say } from '@gangway/messages/say';
import { jobsText } from '@gangway/messages/web/jobs';
import { api } from '../store/api';

/** When everything was last backed up; nothing where Gangway makes no backups itself. */
export function BackupLine() {
  const { data } = api.useHealthQuery(undefined);
  if (data?.backup === undefined || data.backup === null) return null;
  const { at } = data.backup;
  const when = at === null ? null : new Date(at);
  return (
    <p className="mt-6 text-xs text-ink-soft" title={jobsText.howToBackUp}>
      {when === null ? jobsText.noBackupYet : say(jobsText.backedUp, { day: writtenDay(localDay(when)), time: timeOfDay(when) })}
    </p>
  );
}

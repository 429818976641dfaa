import { waitingText } from '@gangway/messages/web/waiting';
import { listed } from '@gangway/messages/list';
import { say } from '@gangway/messages/say';
import type { Write, WriteOf } from '../store/outbox/write';

/** What a change is, in a few words: “Setup “Tower””, “2 shots logged”. */
export function described(write: Write): string {
  switch (write.kind) {
    case 'setup':
      return say(waitingText.setupChange, { name: write.name });
    case 'newSetup':
      return say(waitingText.newSetup, { name: write.name });
    case 'job':
      return write.patch.name === undefined ? waitingText.jobSettings : say(waitingText.jobChange, { name: write.patch.name });
    case 'newJob':
      return say(waitingText.newJob, { name: write.name });
    case 'removal':
      return say(write.back ? waitingText.restored : waitingText.deleted, { of: write.of, name: write.name });
    case 'log':
      return describedLog(write);
    case 'kit':
      return say(waitingText.kitChange, { said: write.said });
    case 'attachment':
      return say(waitingText.attached, { name: write.name });
    case 'template':
      return say(waitingText.template, { name: write.template.name });
  }
}

function describedLog({ put, remove, versions }: WriteOf<'log'>): string {
  const added = put.filter(({ id }) => (versions[id] ?? 0) === 0).length;
  const changed = put.length - added;
  return listed(
    [
      ...(added > 0 ? [say(waitingText.shotsLogged, { n: added })] : []),
      ...(changed > 0 ? [say(waitingText.shotsChanged, { n: changed })] : []),
      ...(remove.length > 0 ? [say(waitingText.shotsRemoved, { n: remove.length })] : []),
    ],
    'conjunction',
  );
}

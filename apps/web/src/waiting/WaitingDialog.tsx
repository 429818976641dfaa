import { localDay, timeOfDay, writtenDay } from '@gangway/messages/date';
import { outboxText } from '@gangway/messages/web/outbox';
import { waitingText } from '@gangway/messages/web/waiting';
import { say } from '@gangway/messages/say';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { conflictOf, obviousPicks, type Picks } from '../store/outbox/conflicts';
import { UNSTORED_FROM } from '../store/outbox/entryStore';
import type { OutboxState } from '../store/outbox/outbox';
import { outbox, useOutbox, useStorageTrouble } from '../store/outbox/page';
import type { Entry } from '../store/outbox/write';
import { Button } from '../ui/Button';
import { ConflictChoice } from '../ui/ConflictChoice';
import { Dialog } from '../ui/Dialog';
import { described } from './describe';

/** What waits, since when and why, and what can be done about it. */
export function WaitingDialog({ onClose }: { readonly onClose: () => void }) {
  const state = useOutbox();
  const unstored = useStorageTrouble();
  const { entries, away } = state;
  const lasting = entries.every(({ seq }) => seq < UNSTORED_FROM);
  return (
    <Dialog
      open
      wide
      onClose={onClose}
      title={waitingText.waitingTitle}
      help={lasting ? waitingText.waitingIntro : waitingText.unstoredIntro}
    >
      <div className="grid gap-3">
        {unstored !== null && (
          <p role="alert" className="text-sm font-semibold text-fails">
            {unstored}
          </p>
        )}
        {away !== null && (
          <p role="status" className="text-sm">
            {say(waitingText.away, { message: away })}
          </p>
        )}
        {entries.length === 0 && <p>{waitingText.nothingWaits}</p>}
        <ul className="grid gap-2">
          {entries.map((entry) => (
            <WaitingRow key={entry.seq} entry={entry} state={state} onClose={onClose} />
          ))}
        </ul>
        <div className="flex justify-end gap-2">
          {entries.some(({ trouble }) => trouble === null) && <Button onClick={outbox.hurry}>{waitingText.sendNow}</Button>}
          <Button look="main" onClick={onClose}>
            {waitingText.close}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}

/** Since when it waits; with the day where that is not today. */
function sinceWords(since: Date): string {
  const time = timeOfDay(since);
  return since.toDateString() === new Date().toDateString()
    ? say(waitingText.since, { time })
    : say(waitingText.sinceDay, { day: writtenDay(localDay(since)), time });
}

function reason({ seq, lane, trouble }: Entry, { entries, sending }: OutboxState): string {
  if (trouble?.kind === 'conflict') return outboxText.changedElsewhere;
  if (trouble) return say(waitingText[trouble.kind], { message: trouble.message });
  if (sending === seq) return waitingText.sending;
  return entries.some((other) => other.lane === lane && other.seq < seq) ? waitingText.waitsBehind : waitingText.waits;
}

function WaitingRow({ entry, state, onClose }: { readonly entry: Entry; readonly state: OutboxState; readonly onClose: () => void }) {
  const { write, since, trouble, seq, lane } = entry;
  const [asked, setAsked] = useState(false);
  const dropped = state.entries.filter((other) => other.lane === lane && other.seq >= seq).length;
  return (
    <li className="grid gap-2 rounded-md border border-hairline p-2 text-sm">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <span className="min-w-0 grow">
          <span className="font-semibold">{described(write)}</span> <span className="text-ink-soft">{sinceWords(new Date(since))}</span>
          <span className={`block ${trouble ? 'text-fails' : 'text-ink-soft'}`}>{reason(entry, state)}</span>
        </span>
        {write.kind === 'setup' && trouble?.kind === 'conflict' ? (
          <Link
            to={`/jobs/${write.jobId}/setups/${write.setupId}`}
            onClick={onClose}
            className="inline-flex min-h-8 items-center rounded-md border border-rule px-2.5 font-medium hover:border-ink"
          >
            {waitingText.choose}
          </Link>
        ) : (
          trouble && trouble.kind !== 'conflict' && <Button onClick={() => void outbox.retry(seq)}>{waitingText.tryAgain}</Button>
        )}
        {trouble && <Button onClick={() => setAsked(true)}>{waitingText.discard}</Button>}
      </div>
      {asked && (
        <p className="flex flex-wrap items-center justify-end gap-2">
          <span className="grow">{say(waitingText.sureToDiscard, { n: dropped })}</span>
          <Button onClick={() => setAsked(false)}>{waitingText.keepIt}</Button>
          <Button look="main" onClick={() => void outbox.discard(seq)}>
            {say(waitingText.discardAll, { n: dropped })}
          </Button>
        </p>
      )}
      {trouble?.kind === 'conflict' && write.kind !== 'setup' && <Decision entry={entry} present={trouble.present} />}
    </li>
  );
}

function Decision({ entry, present }: { readonly entry: Entry; readonly present: unknown }) {
  const conflict = useMemo(() => conflictOf(entry.write, present), [entry.write, present]);
  const [picks, setPicks] = useState<Picks>(() => obviousPicks(conflict?.differences ?? []));
  if (!conflict) return null;
  return (
    <ConflictChoice
      differences={conflict.differences}
      picks={picks}
      onPicks={setPicks}
      onSave={() => void outbox.resolve(entry.seq, conflict.resolved(picks))}
    />
  );
}

import { outboxText } from '@gangway/messages/web/outbox';
import { say } from '@gangway/messages/say';
import { CloudOff, TriangleAlert, Upload } from 'lucide-react';
import { Suspense, useEffect, useState } from 'react';
import { outbox, useOutbox, useStorageTrouble } from '../store/outbox/page';
import type { Entry } from '../store/outbox/write';
import { useToast } from '../ui/Notes';
import { lazyPart, whenQuiet } from '../ui/lazyPart';
import { BarButton } from './BarButton';

const loadDialog = () => import('./WaitingDialog');
const WaitingDialog = lazyPart(loadDialog, 'WaitingDialog');

/** What is sent within this shows nowhere: nearly everything is, ms. */
const QUIET_MS = 1500;

/** Whether something waits for longer than a moment. */
function useLasting(entries: readonly Entry[]): boolean {
  const oldest = entries.length === 0 ? null : Math.min(...entries.map(({ since }) => since));
  const [lasting, setLasting] = useState<number | null>(null);
  useEffect(() => {
    if (oldest === null) return;
    const timer = setTimeout(() => setLasting(oldest), Math.max(0, oldest + QUIET_MS - Date.now()));
    return () => clearTimeout(timer);
  }, [oldest]);
  return oldest !== null && lasting === oldest;
}

/** Tells once of each change that cannot be sent without a decision. */
function useTroubleNotes(): void {
  const tell = useToast();
  useEffect(
    () =>
      outbox.listen(({ kind, entry }) => {
        // Of a setup the bench says it itself.
        if (kind !== 'troubled' || !entry.trouble || entry.write.kind === 'setup') return;
        void import('./describe').then(({ described }) =>
          tell(
            say(outboxText.notSaved, {
              what: described(entry.write),
              why: entry.trouble?.kind === 'conflict' ? outboxText.changedElsewhere : (entry.trouble?.message ?? ''),
            }),
          ),
        );
      }),
    [tell],
  );
}

/** How many changes are not saved yet, and why; a click lists them. */
export function WaitingLabel() {
  const { entries, away } = useOutbox();
  const unstored = useStorageTrouble();
  const [open, setOpen] = useState(false);
  const troubled = entries.filter(({ trouble }) => trouble !== null).length;
  const lasting = useLasting(entries);
  useTroubleNotes();
  // The list is needed when the server is away, and then it could not be loaded. On the jobs page, where little is changed, the page itself comes first.
  useEffect(() => {
    const load = (): void => void loadDialog().catch(() => undefined);
    if (/^\/jobs(?:\/[^/]+)?\/?$/u.test(location.pathname)) whenQuiet(load);
    else load();
  }, []);
  if (!open && unstored === null && troubled === 0 && !(lasting && entries.length > 0)) return null;
  const urgent = unstored !== null || troubled > 0;
  const calm = away === null ? Upload : CloudOff;
  let words: string = say(outboxText.changesWaiting, { n: entries.length });
  if (troubled > 0) words = say(outboxText.changesNeedYou, { n: troubled });
  if (unstored !== null) words = outboxText.notStored;
  return (
    <>
      <BarButton
        icon={urgent ? TriangleAlert : calm}
        urgent={urgent}
        words={words}
        data-waiting={entries.length}
        title={words}
        onClick={() => setOpen(true)}
      >
        <span aria-hidden className="tabular-nums sm:hidden">
          {entries.length}
        </span>
      </BarButton>
      {open && (
        <Suspense fallback={null}>
          <WaitingDialog onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}

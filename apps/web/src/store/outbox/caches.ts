import type { Job, StoredJob } from '@gangway/contract/job';
import { api } from '../api';
import { store } from '../store';
import { emptyJob } from './kinds/job';
import { listsOf, overlaidBy, overlaysOf } from './kinds/registry';
import type { OutboxEvent } from './outbox';
import { overlaid } from './overlay';
import { outbox } from './page';
import type { Entry, Write } from './write';

// What the pages show follows the changes that are put into the outbox, here
// or in another tab, before the server has them.

const { updateQueryData, upsertQueryData, selectCachedArgsForQuery, invalidateTags } = api.util;
type Refetched = Parameters<typeof invalidateTags>[0];

/** Lays a change over everything that is shown. */
function show(write: Write): void {
  for (const name of overlaysOf(write)) {
    switch (name) {
      case 'jobs':
        store.dispatch(updateQueryData('jobs', undefined, (jobs) => [...overlaidBy('jobs', jobs, write)]));
        break;
      case 'kit':
        patched('kit', undefined, (kit) => overlaidBy('kit', kit, write));
        break;
      case 'log':
        for (const id of selectCachedArgsForQuery(store.getState(), 'log'))
          if (write.kind === 'removal' || ('jobId' in write && write.jobId === id))
            patched('log', id, (log) => overlaidBy('log', log, write));
        break;
      case 'job':
        for (const id of selectCachedArgsForQuery(store.getState(), 'job')) void showInJob(id, write);
        break;
      case 'setup':
        break;
    }
  }
  if (write.kind === 'newJob')
    void store.dispatch(upsertQueryData('job', write.jobId, { ...emptyJob(write.jobId, write.name), setups: [] }));
}

/** Replaces what a query holds, without walking through all of it. */
function patched<N extends 'kit' | 'log'>(name: N, arg: N extends 'kit' ? undefined : string, change: (data: Held<N>) => Held<N>): void {
  const held = heldBy(name, arg);
  if (held === undefined) return;
  const after = change(held);
  // The name and the argument belong together.
  if (name === 'kit') store.dispatch(updateQueryData('kit', undefined, () => after as Held<'kit'>));
  else store.dispatch(updateQueryData('log', arg ?? '', () => after as Held<'log'>));
}
type Held<N extends 'kit' | 'log'> = N extends 'kit' ? Parameters<typeof overlaidBy<'kit'>>[1] : Parameters<typeof overlaidBy<'log'>>[1];

function heldBy<N extends 'kit' | 'log'>(name: N, arg: string | undefined): Held<N> | undefined {
  const state = store.getState();
  const { data } = name === 'kit' ? api.endpoints.kit.select(undefined)(state) : api.endpoints.log.select(arg ?? '')(state);
  return data as Held<N> | undefined;
}

/** A job is shown with the rigs of its setups put together; those that a change brings are put together here. */
async function showInJob(id: string, write: Write): Promise<void> {
  const { openedSettings } = await import('@gangway/contract/storedSetup');
  const { data: job } = api.endpoints.job.select(id)(store.getState());
  if (!job) return;
  // Settings that a change leaves alone are passed through as they are.
  const after = overlaidBy('job', job as unknown as StoredJob, write);
  if (after === (job as unknown)) return;
  const known = new Set<unknown>(job.setups.map(({ settings }) => settings));
  const setups = after.setups.map((each) => (known.has(each.settings) ? each : { ...each, settings: openedSettings(each.settings) }));
  store.dispatch(updateQueryData('job', id, () => ({ ...after, setups }) as unknown as Job));
}

/** Asks the server again for whatever a change was shown in. */
function refresh({ write }: Entry): void {
  const shownIn = overlaysOf(write).filter((name) => name !== 'setup');
  store.dispatch(invalidateTags([...new Set([...listsOf(write), ...shownIn])] as Refetched));
}

function follow(event: OutboxEvent, own: boolean): void {
  const { entry } = event;
  const { write } = entry;
  switch (event.kind) {
    case 'added':
      // The bench shows its own changes, many times a second.
      if (write.kind !== 'setup' || !own || write.setupId !== onTheBench) show(write);
      return;
    case 'delivered':
      if (write.kind === 'kit') {
        const { answer } = event;
        // The answer to a change of the kit is the kit.
        if (typeof answer === 'object' && answer !== null && 'items' in answer && 'rigs' in answer)
          store.dispatch(updateQueryData('kit', undefined, () => overlaid('kit', answer as Held<'kit'>, [])));
      } else if (write.kind === 'attachment') {
        patched('log', write.jobId, (log) => ({
          ...log,
          attachments: log.attachments.map((each) => (each.id === write.attachmentId ? { ...each, ...(event.answer as object) } : each)),
        }));
      } else if ((write.kind !== 'setup' || write.setupId !== onTheBench) && listsOf(write).length > 0) {
        store.dispatch(invalidateTags([...listsOf(write)] as Refetched));
      }
      return;
    case 'troubled':
      return;
    case 'discarded':
      refresh(entry);
  }
}

outbox.listen(follow);

/** The setup that is on the bench of this tab. */
let onTheBench: string | null = null;

/** Says which setup is on the bench; what waits of the one before is laid over what is shown elsewhere. */
export function benchHolds(setupId: string | null): void {
  const before = onTheBench;
  onTheBench = setupId;
  if (before === null) return;
  for (const { write } of outbox.state().entries) if (write.kind === 'setup' && write.setupId === before) show(write);
}

import type { Kit, KitChange } from '@gangway/contract/kit';
import { ITEM_RECORD } from '@gangway/contract/record/itemRecord';
import { presentVersion } from '@gangway/contract/record/versions';
import { api } from './api';
import './outbox/caches';
import { outbox } from './outbox/page';
import { store } from './store';

/** The kit as it was fetched last; `null` until it has been. */
export function kitNow(): Kit | null {
  return api.endpoints.kit.select(undefined)(store.getState()).data ?? null;
}

/** Puts changes of the kit into the outbox, with what they change. */
export async function changeKit(changes: readonly KitChange[], said: string): Promise<void> {
  const put = new Set(changes.flatMap((change) => (change.op === 'putItem' ? [change.item.id] : [])));
  const was = kitNow()?.items.flatMap(({ item, archived }) => (put.has(item.id) ? [{ item, archived }] : [])) ?? [];
  await outbox.submit({ kind: 'kit', schema: presentVersion(ITEM_RECORD), changes, was, said });
}

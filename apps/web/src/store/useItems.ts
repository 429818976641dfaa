import { useMemo } from 'react';
import type { Kit } from '@gangway/contract/kit';
import type { KitItem } from '@gangway/core/kit/item';

/** Items by id, archived ones included: a rig may still use them. */
export function useItems(kit: Kit | undefined): ReadonlyMap<string, KitItem> {
  return useMemo(() => new Map((kit?.items ?? []).map(({ item }) => [item.id, item])), [kit]);
}

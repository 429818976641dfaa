import { builtRig, type Kit } from '@gangway/contract/kit';
import type { Rig } from '@gangway/core/model/rig';
import { useMemo } from 'react';
import { api } from '../../store/api';
import { useItems } from '../../store/useItems';

/** The finished rigs of the kit; `null` while it is loading, none where it cannot be had. */
export function useRigs(): readonly Rig[] | null {
  const { data: kit, isLoading } = api.useKitQuery(undefined);
  const items = useItems(kit);
  return useMemo(() => (isLoading ? null : finished(kit, items)), [kit, items, isLoading]);
}

function finished(kit: Kit | undefined, items: ReturnType<typeof useItems>): readonly Rig[] {
  return (kit?.rigs ?? []).flatMap(({ rig, archived }) => {
    const built = archived ? null : builtRig(rig, items);
    return built ? [built] : [];
  });
}

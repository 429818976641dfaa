import { rigText } from '@gangway/messages/web/bench/rig';
import { say } from '@gangway/messages/say';
import { differences } from '@gangway/contract/kitDifferences';
import { builtRig, type Kit } from '@gangway/contract/kit';
import { partsInOrder } from '@gangway/core/rig/parts';
import equal from 'fast-deep-equal';
import type { Rig } from '@gangway/core/model/rig';

/** What the kit says now of the rig under a setup, when that is not what the setup was made with. */
export interface NewSpecs {
  readonly rig: Rig;
  /** What differs, in words. */
  readonly words: readonly string[];
}

/** Compares the rig of a setup with the kit's; `null` when they say the same, or the kit's is gone or unfinished. */
export function newSpecs(rig: Rig, kit: Kit): NewSpecs | null {
  const row = kit.rigs.find((each) => each.rig.id === rig.rigId);
  const now = row && builtRig(row.rig, new Map(kit.items.map(({ item }) => [item.id, item])));
  if (!now || (equal(now.parts, rig.parts) && now.name === rig.name)) return null;
  const [was, is] = [partsInOrder(rig.parts), partsInOrder(now.parts)];
  const changed = is.flatMap((item) => {
    const before = was.find(({ id }) => id === item.id);
    return before ? differences(before, item).map((words) => `${item.name}, ${words}`) : [say(rigText.added, { name: item.name })];
  });
  const gone = was.filter(({ id }) => !is.some((item) => item.id === id)).map(({ name }) => say(rigText.takenOut, { name }));
  const named = now.name === rig.name ? [] : [say(rigText.name, { name: rig.name, name2: now.name })];
  const words = [...named, ...changed, ...gone];
  return { rig: now, words: words.length > 0 ? words : [rigText.theChainIsPutTogether] };
}

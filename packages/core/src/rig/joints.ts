import { rigText } from '@gangway/messages/core/rig';
import { say } from '@gangway/messages/say';
import { valueOf, type KitItem } from '../kit/item';
import { KINDS } from '../kit/registry';
import { askNamed, type MissingValue } from './missing';

/** Where two neighbours of the chain meet, and whether they fit; `null` when a mount or thread is not known. */
export interface Joint {
  readonly behind: KitItem;
  readonly before: KitItem;
  readonly fits: boolean | null;
  /** Why not, as a sentence; empty when they fit or it is not known. */
  readonly reason: string;
  readonly asks: readonly MissingValue[];
}

/** What a component shows to its neighbour: a mount by name, or a thread. */
function meeting(item: KitItem, side: 'behind' | 'before'): { readonly figure: string; readonly words: string | null } | null {
  const figure = KINDS[item.kind].joints[side];
  if (figure === null) return null;
  const value = valueOf(item, figure);
  if (typeof value === 'number') return { figure, words: say(rigText.mmThread, { value }) };
  return { figure, words: typeof value === 'string' ? value : null };
}

const same = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** The joint between two neighbours, `behind` nearer to the sensor. */
function jointOf(behind: KitItem, before: KitItem): Joint {
  const base = { behind, before, reason: '', asks: [] };
  const inner = meeting(behind, 'before');
  const outer = meeting(before, 'behind');
  if (!inner || !outer) return { ...base, fits: false, reason: say(rigText.nothingGoesInFrontOf, { name: behind.name }) };
  const asks = [
    ...(inner.words === null ? [askNamed(behind, inner.figure)] : []),
    ...(outer.words === null ? [askNamed(before, outer.figure)] : []),
  ];
  if (inner.words === null || outer.words === null) return { ...base, fits: null, asks };
  if (same(inner.words, outer.words)) return { ...base, fits: true };
  return {
    ...base,
    fits: false,
    reason: say(rigText.hasNeeds, { name: before.name, words: outer.words, name2: behind.name, words2: inner.words }),
  };
}

/** The joints of a chain from the back to the front. */
export function jointsOf(chain: readonly KitItem[]): readonly Joint[] {
  return chain.slice(1).flatMap((before, i) => {
    const behind = chain[i];
    return behind ? [jointOf(behind, before)] : [];
  });
}

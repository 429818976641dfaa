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
  /** The mounts or threads that differ; `null` when they fit, it is not known, or nothing goes there at all. */
  readonly differ: { readonly has: string; readonly needs: string } | null;
  readonly asks: readonly MissingValue[];
}

/** What a component shows to its neighbour: a mount by name, or a thread. */
function meeting(item: KitItem, side: 'behind' | 'before'): { readonly spec: string; readonly words: string | null } | null {
  const spec = KINDS[item.kind].joints[side];
  if (spec === null) return null;
  const value = valueOf(item, spec);
  if (typeof value === 'number') return { spec, words: say(rigText.mmThread, { value }) };
  return { spec, words: typeof value === 'string' ? value : null };
}

const same = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** The joint between two neighbours, `behind` nearer to the sensor. */
function jointOf(behind: KitItem, before: KitItem): Joint {
  const base = { behind, before, differ: null, asks: [] };
  const inner = meeting(behind, 'before');
  const outer = meeting(before, 'behind');
  if (!inner || !outer) return { ...base, fits: false };
  const asks = [
    ...(inner.words === null ? [askNamed(behind, inner.spec)] : []),
    ...(outer.words === null ? [askNamed(before, outer.spec)] : []),
  ];
  if (inner.words === null || outer.words === null) return { ...base, fits: null, asks };
  if (same(inner.words, outer.words)) return { ...base, fits: true };
  return { ...base, fits: false, differ: { has: outer.words, needs: inner.words } };
}

/** Why two neighbours do not fit, as a sentence. */
export function jointSentence({ behind, before, differ }: Joint): string {
  return differ === null
    ? say(rigText.nothingGoesInFrontOf, { name: behind.name })
    : say(rigText.mountsDiffer, { name: before.name, has: differ.has, other: behind.name, needs: differ.needs });
}

/** The joints of a chain from the back to the front. */
export function jointsOf(chain: readonly KitItem[]): readonly Joint[] {
  return chain.slice(1).flatMap((before, i) => {
    const behind = chain[i];
    return behind ? [jointOf(behind, before)] : [];
  });
}

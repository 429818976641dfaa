import type { Remedy } from './finding';
import { remedySetting } from './wording';

/** Remedies of which no two say the same: what is found on two ways is offered once, as it was found first. */
export function distinct(remedies: readonly Remedy[]): readonly Remedy[] {
  const said = new Set<string>();
  return remedies.filter((remedy) => {
    const words = remedySetting(remedy);
    if (said.has(words)) return false;
    said.add(words);
    return true;
  });
}

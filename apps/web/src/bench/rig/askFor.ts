import type { Finding } from '@gangway/core/findings/finding';
import { ask, type Ask } from '@gangway/core/rig/ask';
import { movesOf } from '@gangway/core/rig/moves';
import type { RigParts } from '@gangway/core/rig/parts';

/** The figure of a component that a finding lacks. */
export function askFor(kind: Finding['kind'], parts: RigParts): Ask {
  if (kind === 'travel') {
    const [first] = movesOf(parts).asks;
    if (first) return first;
  }
  return ask(parts.lens, 'lightMm');
}

// The order in which tests run while changes to the core are tried: those beside
// the changed file first, then the short ones. A change is done with at the first
// test that notices it, so most need seconds instead of a minute.
import { dirname, relative, sep } from 'node:path';
import Sequencer from '@jest/test-sequencer';

/** How many folders lie between two files; −1 for the test of the file itself. */
export function apart(changed, test) {
  if (test === changed.replace(/\.ts$/, '.test.ts')) return -1;
  const way = relative(dirname(changed), dirname(test));
  return way === '' ? 0 : way.split(sep).length;
}

export default class NearestFirst extends Sequencer {
  constructor(options) {
    super(options);
    this.changed = options?.globalConfig?.findRelatedTests ? (options.globalConfig.nonFlagArgs ?? []) : [];
  }

  sort(tests) {
    // Jest starts with the longest: good for several workers, bad for the first failure.
    const shortest = [...super.sort([...tests])].reverse();
    const [changed, ...more] = this.changed;
    if (!changed || more.length > 0) return shortest;
    return shortest.sort((a, b) => apart(changed, a.path) - apart(changed, b.path));
  }
}

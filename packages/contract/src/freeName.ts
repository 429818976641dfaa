import { nameText } from '@gangway/messages/contract/name';
import { say } from '@gangway/messages/say';

export const NAME_LONGEST = 120;

/** The next free name for a copy: "Tower (copy)", "Tower (copy 2)" …, cut so that it stays within the limit. */
export function copyName(name: string, taken: readonly string[]): string {
  const stem = name.replace(/ \(copy(?: \d+)?\)$/u, '');
  for (let n = 1; ; n++) {
    const tail = n === 1 ? ' (copy)' : say(nameText.copy, { n });
    const candidate = `${stem.slice(0, NAME_LONGEST - tail.length)}${tail}`;
    if (!taken.includes(candidate)) return candidate;
  }
}

/** "New job", "New job 2", … : the first that is not taken. */
export function freeName(stem: string, taken: readonly string[]): string {
  for (let n = 1; ; n++) {
    const name = n === 1 ? stem : `${stem} ${n}`;
    if (!taken.includes(name)) return name;
  }
}

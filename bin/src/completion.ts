import { readFileSync } from 'node:fs';
import type { Command } from 'commander';
import { CALCULATORS } from '@gangway/core/calculators/registry';
import { print } from './streams';

/**
 * Prints what makes bash complete commands, options and the names of calculators.
 *
 * @param program every command with its options
 * @param template the file with the places where they go
 */
export function completion(program: Command, template: string): number {
  const cases = program.commands.map((command) => {
    const options = command.options.flatMap(({ long }) => (long ? [long] : []));
    const names = command.name() === 'calc' ? CALCULATORS.map(({ name }) => name) : [];
    return `${command.name()}) words="${[...names, ...options].join(' ')}" ;;`;
  });
  const commands = [...program.commands.map((command) => command.name()), '--help', '--version'];
  return print(readFileSync(template, 'utf8').replace('@commands@', commands.join(' ')).replace('@cases@', cases.join('\n')));
}

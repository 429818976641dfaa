import type { Command } from 'commander';
import { CALCULATORS } from '@gangway/core/calculators/registry';
import { print } from './streams';

/** Prints what makes bash complete commands, options and the names of calculators: `source <(gangway completion)`. */
export function completion(program: Command): number {
  const words = (names: readonly string[]): string => names.join(' ');
  const cases = program.commands.map((command) => {
    const options = command.options.flatMap(({ long }) => (long ? [long] : []));
    const names = command.name() === 'calc' ? CALCULATORS.map(({ name }) => name) : [];
    return `    ${command.name()}) words="${words([...names, ...options])}" ;;`;
  });
  return print(
    [
      '_gangway() {',
      `  local words="${words([...program.commands.map((command) => command.name()), '--help', '--version'])}"`,
      '  case "${COMP_WORDS[1]}" in',
      ...cases,
      '  esac',
      '  [ "$COMP_CWORD" -eq 1 ] && words="' + words(program.commands.map((command) => command.name())) + ' --help --version"',
      '  COMPREPLY=($(compgen -W "$words" -- "${COMP_WORDS[COMP_CWORD]}"))',
      '}',
      'complete -F _gangway gangway',
    ].join('\n'),
  );
}

import { mainText } from '@gangway/messages/cli/main';
import { Command, CommanderError } from 'commander';
import { batch, help, list, single } from './calc';
import { check, listChecks } from './check';

const EXAMPLES = mainText.gangwayCalcNameFocalmm24;

interface CalcOptions {
  readonly list?: boolean;
  readonly batch?: boolean;
  readonly help?: string | true;
}

/** Runs the command line; answers the exit code: 0 done, 1 refused, 2 not understood. */
export async function main(args: readonly string[]): Promise<number> {
  let code = 0;
  const program = new Command('gangway')
    .description(mainText.worksOutShiftTiltCoverage)
    .addHelpText('after', EXAMPLES)
    .showHelpAfterError(EXAMPLES)
    .exitOverride();
  const calc = program.command(mainText.calcNameJson).description(mainText.runACalculator).helpOption(false);
  calc
    .option('--list', 'all calculators, a line each')
    .option('--batch', 'an array of {calc, in} on standard input')
    .option('--help [name]', 'what one calculator takes and gives')
    .showHelpAfterError(EXAMPLES)
    .action(async (name: string | undefined, json: string | undefined, options: CalcOptions) => {
      if (options.help !== undefined) code = options.help === true ? helpOf(calc) : help(options.help);
      else if (options.list) code = list();
      else if (options.batch) code = await batch();
      else if (name === undefined) calc.error(mainText.errorTheNameOfA);
      else code = single(name, json ?? '{}');
    });
  program
    .command('check')
    .description(mainText.evaluateTheChecksOfA)
    .option('--list', 'all checks, with the step each belongs to')
    .showHelpAfterError(EXAMPLES)
    .action(async ({ list: listed }: { readonly list?: boolean }) => {
      code = listed ? listChecks() : await check();
    });
  try {
    await program.parseAsync([...args], { from: 'user' });
    return code;
  } catch (error) {
    if (!(error instanceof CommanderError)) throw error;
    return error.exitCode === 0 ? 0 : 2;
  }
}

function helpOf(command: Command): number {
  command.outputHelp();
  return 0;
}

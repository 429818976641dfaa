import { spawnSync } from 'node:child_process';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { say } from '@gangway/messages/say';
import { cliAssembleText } from '@gangway/messages/cli/assemble';
import { cliMergeText } from '@gangway/messages/cli/merge';
import { cliLensText } from '@gangway/messages/cli/lens';
import { cliPlateText } from '@gangway/messages/cli/plate';
import { mainText } from '@gangway/messages/cli/main';
import { cliSettleText } from '@gangway/messages/cli/settle';
import { Command, CommanderError, Option } from 'commander';
import about from '../../package.json';
import { batch, help, list, single } from './calc';
import type { AssembleOptions } from './assemble';
import type { FuseOptions, StackOptions } from './merge';
import { check, demo, listChecks } from './check';
import { completion } from './completion';
import { FORMATS, type Format } from './format';
import type { ChartOptions, EdgeOptions } from './lens';
import type { HeightOptions, PlateOptions, ViewOptions } from './plate';
import { MAY_NAMES, settleAll } from './settle';

const SHAPES = { given: '{calc, in}', answered: '{out}', refused: '{error}' };

/** The top folder of Gangway, from the bundle in `bin/dist`. */
const here = join(dirname(fileURLToPath(import.meta.url)), '..', '..');
/** What works on the data folder, with its description. */
const BACKUPS = [
  ['backup', mainText.backup],
  ['verify', mainText.verify],
  ['restore', mainText.restore],
] as const;

/** Options that take a value, as they are typed. */
const MAY_OPTION = ['--may', '<names>'].join(' ');
const FORMAT_OPTION = ['--format', '<format>'].join(' ');

/** What can be typed, with what it does. */
const EXAMPLES = [
  '',
  ...(
    [
      [`calc NAME '{"focalMm": 24, …}'`, mainText.runOne],
      ['calc --list', mainText.listAll],
      ['calc --help NAME', mainText.helpOne],
      ['calc --batch < cases.json', say(mainText.runMany, SHAPES)],
      ['check --list', mainText.listChecks],
      ['check < setups.json', say(mainText.runChecks, { given: '{settings}' })],
      ['settle < setups.json', say(cliSettleText.settle, { given: '{settings}' })],
      ...(
        [
          ['level', cliPlateText.level],
          ['height', cliPlateText.height],
          ['view', cliPlateText.view],
        ] as const
      ).map(([name, does]) => [['plate', name, '<file>'].join(' '), does] as const),
      [['assemble', '<frames…>'].join(' '), cliAssembleText.assemble],
      [['fuse', '<frames…>'].join(' '), cliMergeText.fuse],
      [['stack', '<frames…>'].join(' '), cliMergeText.stack],
      [['lens', 'edge', '<file>'].join(' '), cliLensText.edge],
      [['lens', 'sharpness', '<file>'].join(' '), cliLensText.sharpness],
      [['lens', 'plan', '<', 'setup.json'].join(' '), cliLensText.plan],
      [['lens', 'light', '<series>'].join(' '), cliLensText.light],
      ['demo', mainText.demo],
      ['completion', cliSettleText.completion],
      ...BACKUPS.map(([name, does]) => [[name, '<file>'].join(' '), does] as const),
    ] as const
  ).map(([typed, does]) => `gangway ${typed}`.padEnd(43) + does),
  '',
  cliSettleText.exitCodes,
  '',
].join('\n');

interface CalcOptions {
  readonly list?: boolean;
  readonly batch?: boolean;
  readonly help?: string | true;
  readonly format: Format;
}

/** Runs the command line; answers the exit code: 0 done, 1 refused, 2 not understood. */
export async function main(args: readonly string[]): Promise<number> {
  let code = 0;
  const program = new Command('gangway')
    .description(mainText.worksOutShiftTiltCoverage)
    .version(about.version)
    .addHelpText('after', EXAMPLES)
    .showHelpAfterError(EXAMPLES)
    .exitOverride();
  const format = (): Option => new Option(FORMAT_OPTION, cliSettleText.format).choices(FORMATS).default('json');
  const calc = program.command('calc [name] [json]').description(mainText.runACalculator).helpOption(false);
  calc
    .option('--list', mainText.listAll)
    .option('--batch', say(mainText.batch, { given: SHAPES.given }))
    .option('--help [name]', mainText.help)
    .addOption(format())
    .showHelpAfterError(EXAMPLES)
    .action(async (name: string | undefined, json: string | undefined, options: CalcOptions) => {
      if (options.help !== undefined) code = options.help === true ? helpOf(calc) : help(options.help);
      else if (options.list) code = list();
      else if (options.batch) code = await batch(options.format);
      else if (name === undefined) calc.error(mainText.errorTheNameOfA);
      else code = await single(name, json, options.format);
    });
  program
    .command('check')
    .description(mainText.evaluateTheChecksOfA)
    .option('--list', mainText.listChecks)
    .addOption(format())
    .showHelpAfterError(EXAMPLES)
    .action(async ({ list: listed, format: as }: { readonly list?: boolean; readonly format: Format }) => {
      code = listed ? listChecks() : await check(as);
    });
  program
    .command('settle')
    .description(say(cliSettleText.settle, { given: '{settings}' }))
    .option(MAY_OPTION, say(cliSettleText.may, { names: MAY_NAMES }))
    .addOption(format())
    .showHelpAfterError(EXAMPLES)
    .action(async ({ may, format: as }: { readonly may?: string; readonly format: Format }) => {
      code = await settleAll(may, as);
    });
  program
    .command('completion')
    .description(cliSettleText.completion)
    .action(() => {
      code = completion(program, join(here, 'bin', 'completion.bash'));
    });
  program
    .command('demo')
    .description(mainText.demo)
    .action(async () => {
      code = await demo();
    });
  plateCommands(program, (done) => (code = done));
  lensCommands(program, (done) => (code = done));
  program
    .command('assemble <frames...>')
    .description(cliAssembleText.assemble)
    .requiredOption(valued('out', 'file'), cliAssembleText.out)
    .option(valued('plan', 'file'), cliAssembleText.plan)
    .option(valued('columns', 'n'), cliAssembleText.columns)
    .option(valued('rows', 'n'), cliAssembleText.rows)
    .option(valued('report', 'file'), cliAssembleText.report)
    .action(async (frames: string[], options: AssembleOptions) => {
      code = await (await import('./assemble')).assembleFrames(frames, options);
    });
  mergeCommands(program, (done) => (code = done));
  for (const [name, description] of BACKUPS) {
    program
      .command(`${name} <file>`)
      .description(description)
      .action((file: string) => {
        code = spawnSync(process.execPath, [join(here, 'scripts', 'backup.mjs'), name, file], { stdio: 'inherit' }).status ?? 1;
      });
  }
  try {
    await program.parseAsync([...args], { from: 'user' });
    return code;
  } catch (error) {
    if (!(error instanceof CommanderError)) throw error;
    return error.exitCode === 0 ? 0 : 2;
  }
}

/** An option that takes a value, as it is typed. */
const valued = (name: string, value: string): string => `--${name} <${value}>`;

/** The commands on a photograph of the place. What reads pictures is loaded for them alone. */
function plateCommands(program: Command, answer: (code: number) => void): void {
  const plate = program.command('plate').description(cliPlateText.plate);
  const on = (name: string, description: string): Command =>
    plate.command(`${name} <file>`).description(description).option(valued('equivalent', 'mm'), cliPlateText.equivalent);
  const held = (command: Command): Command =>
    command.option(valued('pitch', 'deg'), cliPlateText.pitch).option(valued('roll', 'deg'), cliPlateText.roll);
  on('level', cliPlateText.level).action(async (file: string, options: PlateOptions) =>
    answer(await (await import('./plate')).plateLevel(file, options)),
  );
  held(on('height', cliPlateText.height))
    .requiredOption(valued('foot', 'u,v'), cliPlateText.foot)
    .requiredOption(valued('top', 'u,v'), cliPlateText.top)
    .requiredOption(valued('camera-height', 'm'), cliPlateText.cameraHeight)
    .action(async (file: string, options: HeightOptions) => answer(await (await import('./plate')).heightInPlate(file, options)));
  held(on('view', cliPlateText.view))
    .requiredOption(valued('image', 'mm'), cliPlateText.image)
    .requiredOption(valued('frame', 'mm,mm'), cliPlateText.frame)
    .requiredOption(valued('out', 'png'), cliPlateText.out)
    .option(valued('rise', 'mm'), cliPlateText.rise, '0')
    .option(valued('shift', 'mm'), cliPlateText.shift, '0')
    .option(valued('yaw', 'deg'), cliPlateText.yaw, '0')
    .option(valued('rig-pitch', 'deg'), cliPlateText.rigPitch, '0')
    .option(valued('rig-roll', 'deg'), cliPlateText.rigRoll, '0')
    .option(valued('pixels', 'px'), cliPlateText.pixels, '1600')
    .action(async (file: string, options: ViewOptions) => answer(await (await import('./plate')).plateView(file, options)));
}

/** The commands that merge frames taken from one place. */
function mergeCommands(program: Command, answer: (code: number) => void): void {
  const merging = (name: string, description: string): Command =>
    program
      .command(`${name} <frames...>`)
      .description(description)
      .requiredOption(valued('out', 'file'), cliAssembleText.out)
      .option(valued('report', 'file'), cliAssembleText.report);
  merging('fuse', cliMergeText.fuse)
    .option(valued('stops', 'list'), cliMergeText.stops)
    .option(valued('light', 'file'), cliMergeText.light)
    .action(async (frames: string[], options: FuseOptions) => answer(await (await import('./merge')).fuseFrames(frames, options)));
  merging('stack', cliMergeText.stack)
    .option(valued('depth', 'file'), cliMergeText.depth)
    .action(async (frames: string[], options: StackOptions) => answer(await (await import('./merge')).stackFrames(frames, options)));
}

/** The commands that measure a lens on photographs. */
function lensCommands(program: Command, answer: (code: number) => void): void {
  const lens = program.command('lens').description(cliLensText.lens);
  lens
    .command('edge <file>')
    .description(cliLensText.edge)
    .requiredOption(valued('part', 'u,v,w,h'), cliLensText.part)
    .option(valued('pixel-um', 'µm'), cliLensText.pixel)
    .action(async (file: string, options: EdgeOptions) => answer(await (await import('./lens')).edgeOfLens(file, options)));
  lens
    .command('sharpness <file>')
    .description(cliLensText.sharpness)
    .requiredOption(valued('chart', 'A4…A0'), cliLensText.chart)
    .option(valued('pixel-um', 'µm'), cliLensText.pixel)
    .action(async (file: string, options: ChartOptions) => answer(await (await import('./lens')).sharpnessOfLens(file, options)));
  lens
    .command('plan')
    .description(cliLensText.plan)
    .action(async () => answer(await (await import('./lens')).planOfLens()));
  lens
    .command('light <series>')
    .description(cliLensText.light)
    .action(async (series: string) => answer(await (await import('./lens')).lightOfLens(series)));
}

function helpOf(command: Command): number {
  command.outputHelp();
  return 0;
}

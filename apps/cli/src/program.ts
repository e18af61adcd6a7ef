// The commands and their options, as one asks for them on a terminal. What a command needs is read when it is asked for.

import { ENGINE_VERSION } from '@plateau/core/version';
import { Command, InvalidArgumentError } from 'commander';
import type { BlendOptions } from './blend.ts';
import { completionFor, SHELLS } from './completion.ts';
import { STATUS } from './endings.ts';
import type { EveningOptions } from './evening.ts';
import type { WorkerOptions } from './queue/worker.ts';
import type { RunOptions } from './run.ts';
import type { StudyOptions } from './study.ts';
import type { SweepOptions } from './sweep.ts';
import { failure } from './terminal.ts';

const BARS =
  'BARS is a folder with one file an instrument, SYMBOL.csv, SYMBOL.csv.gz or SYMBOL.parquet, with Date, Open, High, Low, Close and Volume; or a zip of such files; or a workspace that the page gave. A universe.csv beside them (symbol,from,to,group) is the universe where --universe names none.';

const INPUTS = `A file named - is read from standard input. ${BARS}`;

/** What of a command line has been told so far. */
export interface Told {
  /** the exit status */
  status: number;
}

/** @param told is given the status that the command ends with */
export function programOf(told: Told): Command {
  const program = new Command('plateau')
    .description('Backtests end-of-day rules on whole portfolios, beside buy-and-hold.')
    .version(ENGINE_VERSION, '-V, --version', 'print the version')
    .helpOption('-h, --help', 'print what there is to ask for')
    .helpCommand('help [command]', 'print what there is to ask of a command')
    .showSuggestionAfterError()
    .exitOverride();

  const market = (command: Command): Command =>
    command
      .requiredOption('--bars <bars>', 'folder, zip or workspace with the bars')
      .option('--benchmark <symbol>', 'what to compare with; the first instrument where left out')
      .option('--from <day>', 'first day, YYYY-MM-DD')
      .option('--to <day>', 'last day, YYYY-MM-DD')
      .option('--json', 'print JSON');
  const universe = (command: Command): Command =>
    command.option('--universe <file>', 'universe file, or the name of a universe of the workspace');
  const threads = (command: Command): Command =>
    command
      .option('--workers <count>', 'worker threads; one a core where left out')
      .option('--queue <redis://host:port>', 'the work is done by whoever runs plateau worker there')
      .option('--market <bars>', 'with --queue: where all machines read the bars, in place of Redis')
      .option('-q, --quiet', 'tell no progress on standard error');
  const print = (text: string): void => void process.stdout.write(text);

  universe(market(program.command('run')))
    .summary('run a strategy file, or a run file again')
    .description(
      `Runs a strategy file, or a run file that was kept, and prints its figures beside the benchmark's. ${INPUTS}`,
    )
    .argument('<strategy.json>', 'strategy file or run file; options win over what a run file says')
    .option(
      '--out <folder>',
      'writes summary.json, equity.csv, trades.csv, decisions.csv, next-orders.csv there',
    )
    .addHelpText('after', '\n--from filled begins on the day on which all windows of the rules are full.')
    .action(async (strategy: string, options: Omit<RunOptions, 'strategy'>) => {
      const { runCommand } = await import('./run.ts');
      print(await runCommand({ ...options, strategy }));
    });

  threads(universe(market(program.command('sweep'))))
    .summary('run every combination of some dials’ values')
    .description(
      `Runs every combination of the dials' values and writes one row of figures a setting. Settings that cannot run are named on standard error, with status 1; the others stand. ${INPUTS}`,
    )
    .argument('<strategy.json>', 'strategy file or run file')
    .requiredOption(
      '--dial <name=from:to:step>',
      'a dial and its values, by the range in the file where it has none here; may be given several times',
      (text: string, before: string[] = []) => [...before, text],
    )
    .option('--out <file>', 'writes the rows there, as CSV unless --json')
    .action(async (strategy: string, options: Omit<SweepOptions, 'strategy'>) => {
      const { sweepCommand } = await import('./sweep.ts');
      const { text, failed } = await sweepCommand({ ...options, strategy });
      print(text);
      for (const line of failed) failure(line);
      if (failed.length > 0) told.status = STATUS.partly;
    });

  market(program.command('blend'))
    .summary('run several strategies as one')
    .description(
      `Runs a blend file: its strategies as buckets of money or on one account. A part's universe is a file beside the blend file. ${BARS}`,
    )
    .argument('<blend.json>', 'blend file')
    .option('--out <folder>', 'writes summary.json, equity.csv, trades.csv, decisions.csv there, by part')
    .action(async (blend: string, options: Omit<BlendOptions, 'blend'>) => {
      const { blendCommand } = await import('./blend.ts');
      print(await blendCommand({ ...options, blend }));
    });

  threads(universe(market(program.command('study'))))
    .summary('run a study: terrain, walk-forward, edge, pair or shake')
    .description(
      `Runs a study file. Options win over its own keys; a universe that it names is a file beside it. ${BARS}`,
    )
    .argument('<study.json>', 'study file')
    .option(
      '--out <folder>',
      'writes result.json and a CSV a table; goes on from there when it was ended early',
    )
    .action(async (study: string, options: Omit<StudyOptions, 'study'>) => {
      const { studyCommand } = await import('./study.ts');
      print(await studyCommand({ ...options, study }));
    });

  program
    .command('evening')
    .summary('tell what followed runs and blends want in the coming session')
    .description(
      `Goes on with what is followed, to the last bar, and tells its orders, its checks and how it does since it is trusted. ${BARS}`,
    )
    .argument('<followed.json...>', 'files that the page gives of what is followed')
    .requiredOption('--bars <folder>', 'folder, zip or workspace of bars')
    .option('--universe <file.csv>', 'who belongs to the universe now, in place of what the file says')
    .option(
      '--fills <file.csv>',
      'own fills (date, symbol, side, shares, price, costs), in place of the file’s',
    )
    .option('--holdings <file.csv>', 'own positions (symbol, side, shares, date, price), with --cash')
    .option('--cash <money>', 'the cash beside the positions')
    .option('--events <file.csv>', 'dated events (date, symbol, what), in place of the file’s')
    .option('--to <date>', 'the evening, YYYY-MM-DD; that of the last bar where left out')
    .option('--accept-past', 'goes on where bars of the tested days have changed')
    .option('--out <folder>', 'writes orders.csv, orders-by-instrument.csv, checks.csv and evening.json')
    .option('--json', 'prints evening.json in place of the list')
    .action(async (followed: string[], options: Omit<EveningOptions, 'followed'>) => {
      const { eveningCommand } = await import('./evening.ts');
      print(await eveningCommand({ ...options, followed }));
    });

  program
    .command('worker')
    .summary('do the work of sweeps and studies that come from a queue')
    .description(
      'Takes work from a queue in Redis and does it, until it is interrupted. Any number may run, on any machine that reaches Redis.',
    )
    .requiredOption('--queue <redis://host:port>', 'where the work comes from')
    .option('--concurrency <count>', 'worker threads; one a core where left out')
    .option('--market <bars>', 'folder, zip or workspace to read the bars from, in place of Redis')
    .option('-q, --quiet', 'tell nothing on standard error')
    .action(async (options: WorkerOptions) => {
      const { workerCommand } = await import('./queue/worker.ts');
      await workerCommand(options);
    });

  program
    .command('completion')
    .summary('print a script that completes commands and options')
    .description('Prints a script that completes commands and options: eval "$(plateau completion bash)".')
    .argument(`<${SHELLS.join('|')}>`, 'the shell', (text: string) => {
      const shell = SHELLS.find((one) => one === text);
      if (!shell) throw new InvalidArgumentError(`It is for ${SHELLS.join(', ')}.`);
      return shell;
    })
    .action((shell: (typeof SHELLS)[number]) => print(completionFor(shell, program)));

  for (const command of [program, ...program.commands]) {
    command.exitOverride().configureOutput({
      outputError: (text) =>
        failure(`${text.trim().replace(/^error: /, '')}${elsewhere(program, command, text)}`),
    });
  }
  return program;
}

/** Of an option that a command does not have: which commands have it. */
function elsewhere(program: Command, command: Command, text: string): string {
  const [, option] = /unknown option '(--[\w-]+)/.exec(text) ?? [];
  const others = program.commands.filter(
    (other) => other !== command && other.options.some(({ long }) => long === option),
  );
  const names = others.map((other) => `plateau ${other.name()}`).join(', ');
  return option === undefined || names === '' ? '' : `; it belongs to ${names}`;
}

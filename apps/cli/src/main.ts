// plateau: the engine without a browser.

import { parseArgs } from 'node:util';
import { BadInput } from './bad-input.ts';
import { blendCommand } from './blend.ts';
import { runCommand } from './run.ts';
import { studyCommand } from './study.ts';
import { sweepCommand } from './sweep.ts';

const USAGE = `plateau run STRATEGY.json --bars FOLDER --universe FILE.csv
            [--benchmark SYMBOL] [--from YYYY-MM-DD|filled] [--to YYYY-MM-DD] [--out FOLDER]
plateau sweep STRATEGY.json --bars FOLDER --universe FILE.csv --dial NAME[=FROM:TO:STEP] [--dial …]
            [--benchmark SYMBOL] [--from YYYY-MM-DD] [--to YYYY-MM-DD] [--workers N] [--out FILE.csv]
plateau blend BLEND.json --bars FOLDER
            [--benchmark SYMBOL] [--from YYYY-MM-DD] [--to YYYY-MM-DD] [--out FOLDER]
plateau study STUDY.json --bars FOLDER [--universe FILE.csv] [--workers N]
            [--benchmark SYMBOL] [--from YYYY-MM-DD] [--to YYYY-MM-DD] [--out FOLDER]

run    Runs a strategy file over a folder of bars (one SYMBOL.csv an instrument: Date,Open,High,Low,Close,Volume) and
       prints its figures beside the benchmark's; without --benchmark the universe's first instrument serves as one.
       With --out it writes summary.json, equity.csv, trades.csv, decisions.csv and next-orders.csv. With --from filled it
       begins on the day on which all windows of its rules are full.
sweep  Runs every combination of the dials' values on worker threads, one a core unless --workers says otherwise, and
       writes a CSV with one row of figures a setting, to --out or standard output. A dial without a range takes the
       one in the strategy file. Settings that cannot run are named on standard error, with status 1; the others stand.
blend  Runs a blend file: its strategies as buckets or on one account. A part's universe is a file beside the blend file.
       Without --benchmark the first instrument of the first universe serves as one. With --out it writes summary.json,
       equity.csv, trades.csv and decisions.csv, the last two naming the part of each row.
study  Runs a study file: a terrain, a walk-forward, an edge, a pair or a shake. Options win over the file's own keys; a
       universe that the file names is a file beside it. Progress goes to standard error. With --out it writes result.json
       and a CSV a table, and, ended before its end, goes on from there when it is run again.
`;

const COMMANDS = ['run', 'sweep', 'blend', 'study'];

/** @returns the exit status: 0 done, 1 some settings of a sweep could not run, 2 bad input with one line on standard error */
export async function main(args: readonly string[]): Promise<number> {
  try {
    const { values, positionals } = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: {
        bars: { type: 'string' },
        universe: { type: 'string' },
        benchmark: { type: 'string' },
        from: { type: 'string' },
        to: { type: 'string' },
        dial: { type: 'string', multiple: true },
        workers: { type: 'string' },
        out: { type: 'string' },
        help: { type: 'boolean', short: 'h' },
      },
    });
    if (values.help || positionals.length === 0) {
      process.stdout.write(USAGE);
      return values.help ? 0 : 2;
    }
    const [command, strategy] = positionals;
    if (command === undefined || !COMMANDS.includes(command)) {
      throw new BadInput(`there is no command “${command}”; try: plateau --help`);
    }
    if (strategy === undefined) {
      const file = { blend: 'BLEND.json', study: 'STUDY.json' }[command] ?? 'STRATEGY.json';
      throw new BadInput(`name the file to run: plateau ${command} ${file} …`);
    }
    if (positionals.length > 2)
      throw new BadInput(`“${positionals[2]}” is one word too many; quote names with spaces`);
    const { bars, universe, dial } = values;
    if (bars === undefined) throw new BadInput('name the folder of bars: --bars FOLDER');
    if (command === 'blend') {
      if (universe !== undefined)
        throw new BadInput('a blend file names the universe of each part: leave --universe out');
      if (dial || values.workers)
        throw new BadInput('--dial and --workers belong to plateau sweep and plateau study');
      process.stdout.write(await blendCommand({ ...values, blend: strategy, bars }));
      return 0;
    }
    if (command === 'study') {
      if (dial) throw new BadInput('--dial belongs to plateau sweep; a study file names its own axes');
      process.stdout.write(await studyCommand({ ...values, study: strategy, bars }));
      return 0;
    }
    if (universe === undefined) throw new BadInput('name the universe file: --universe FILE.csv');
    if (command === 'sweep') {
      if (!dial) throw new BadInput('name the dials to sweep: --dial NAME=FROM:TO:STEP');
      const { text, failed } = await sweepCommand({ ...values, strategy, bars, universe, dial });
      process.stdout.write(text);
      for (const line of failed) process.stderr.write(`plateau: ${line}\n`);
      return failed.length > 0 ? 1 : 0;
    } else {
      if (dial || values.workers) throw new BadInput('--dial and --workers belong to plateau sweep');
      process.stdout.write(runCommand({ ...values, strategy, bars, universe }));
    }
    return 0;
  } catch (error) {
    const usage =
      error instanceof TypeError && 'code' in error && String(error.code).startsWith('ERR_PARSE_ARGS');
    if (!(error instanceof BadInput) && !usage) throw error;
    process.stderr.write(`plateau: ${(error as Error).message.split('\n')[0]}\n`);
    return 2;
  }
}

// One market's engine: runs strategies on it and keeps the columns they computed for the next run.

import type { Market } from './bars/bars.ts';
import { type BarUnit, barsPerYear } from './bars/unit.ts';
import type { Blocks } from './evaluation/blocks.ts';
import type { Crew, Given, Round } from './evaluation/crew.ts';
import { Evaluator } from './evaluation/evaluate.ts';
import { createPanel, type Universe } from './evaluation/panel.ts';
import { helpWith } from './evaluation/rounds.ts';
import { type Explanation, explain } from './explain.ts';
import { type OwnRun, ownRun } from './follow/own-run.ts';
import type { Examined } from './inspect/examined.ts';
import { type Inspection, inspect } from './inspect/inspection.ts';
import { at } from './numeric/at.ts';
import { runOf } from './outcome.ts';
import { Turns } from './parallel/turns.ts';
import type { Run } from './run.ts';
import { type Prepared, prepare } from './simulation/prepare.ts';
import { type Continue, partOf, Stopped } from './simulation/progress.ts';
import { namedBy, type Reading, readTexts } from './simulation/reading.ts';
import type { Problem, RunRequest } from './simulation/request.ts';
import { type Simulated, simulate } from './simulation/simulate.ts';
import type { Figures } from './statistics/figures.ts';
import { type ChainAsked, joinWindows } from './studies/walk/chain.ts';

export type RunOutcome =
  | { readonly kind: 'done'; readonly run: Run }
  | { readonly kind: 'problems'; readonly problems: readonly Problem[] }
  | { readonly kind: 'stopped' };

export interface Engine {
  /** Runs one strategy from beginning to end. */
  run(request: RunRequest, goOn?: Continue): RunOutcome;
  /** Runs, and keeps all that can be asked of the run afterwards until another is asked about. */
  inspect(request: RunRequest, goOn?: Continue): InspectOutcome;
  /** Runs, and runs what a followed account of it would hold and order. */
  follow(request: RunRequest, followed: FollowedSettings, goOn?: Continue): FollowOutcome;
  /** Runs one window after another, each on what the one before left, and joins them to one run. */
  chain(asked: ChainAsked, goOn?: Continue): ChainOutcome;
  /** Does a part of another engine's round, on the same market and universe. */
  help(wanted: HelpAsked): void;
  /** The evaluator of daily bars that runs with such a benchmark and seed share. */
  evaluator(asked: { readonly benchmark: string; readonly seed: number }): Evaluator;
  /** The days of a run, which it needs not be run for. */
  days(request: RunRequest): DaysOutcome;
  /** What the strategy's parts mean on this market; undefined when it has problems or was stopped. */
  explain(request: RunRequest, goOn?: Continue): Explanation | undefined;
  /** Gives back the memory of what it keeps; what it is asked afterwards it computes again. */
  letGo(): void;
}

type ChainOutcome =
  | Exclude<RunOutcome, { kind: 'done' }>
  | {
      readonly kind: 'done';
      readonly run: Run;
      /** of each window by itself, where they were asked for; undefined where it stayed flat */
      readonly windows: readonly (Figures | undefined)[];
    };

export type DaysOutcome =
  | { readonly kind: 'problems'; readonly problems: readonly Problem[] }
  | { readonly kind: 'done'; readonly days: Int32Array };

type FollowedSettings = Parameters<typeof ownRun>[3];

type FollowOutcome =
  | Exclude<RunOutcome, { kind: 'done' }>
  | { readonly kind: 'done'; readonly run: Run; readonly own: OwnRun | undefined };

export type InspectOutcome =
  | Exclude<RunOutcome, { kind: 'done' }>
  | { readonly kind: 'done'; readonly inspection: Inspection };

/** Engines on other threads that do a part of this one's rules. */
export interface Helpers {
  readonly count: number;
  post(asked: Omit<HelpAsked, 'member'>): void;
}

/** A helper's part of a round, as it crosses threads. */
export interface HelpAsked {
  /** of which evaluator of an engine */
  readonly evaluator: EvaluatorAsked;
  readonly round: Round;
  readonly given: readonly Given[];
  /** in shared memory */
  readonly turns: Int32Array;
  readonly member: number;
  readonly members: number;
}

interface EvaluatorAsked {
  readonly unit: BarUnit;
  readonly until?: number | undefined;
  readonly named: string[];
  readonly seed: number;
  readonly benchmark: string;
}

/** The share of a run's progress that is its rules; the rest is the day loop. */
const RULES_PART = 0.5;

/** Columns kept between runs, in bytes. */
const KEPT_COLUMNS = 320e6;

/** Strategies whose texts are kept read. */
const KEPT_READINGS = 8;

/** Gives back all memory of an evaluator that is needed no more. */
function putAside(evaluator: Evaluator): void {
  evaluator.kept.borrow(undefined);
  evaluator.kept.trim(0);
}

/** A round that a crew has nothing to do for. */
const NO_WORK: Round = {
  kind: 'columns',
  laid: { instruments: new Int32Array(), starts: new Int32Array(1) },
  wanted: [],
};

function crewOf(helpers: Helpers, evaluator: EvaluatorAsked): Crew {
  const members = helpers.count + 1;
  return {
    members,
    begin(round, items, given) {
      const turns = Turns.of(items);
      helpers.post({ evaluator, round, given, turns: turns.states, members });
      return turns;
    },
  };
}

/**
 * An engine for one market and one universe. Its answers depend on the request alone; what it keeps between requests
 * (readings, columns, candidates, the run last asked about) only makes them faster.
 * @param helpers other threads that share its rules; they change no bit of an answer
 * @param blocks memory for its columns, which engines of one thread may share
 */
export function createEngine(
  market: Market,
  universe: Universe,
  { helpers, blocks }: { readonly helpers?: Helpers | undefined; readonly blocks?: Blocks } = {},
): Engine {
  let kept: { key: string; evaluator: Evaluator } | undefined;
  /** The last run that was asked about, kept for the next question. */
  let inspected: { key: string; inspection: Inspection } | undefined;
  const readings = new Map<string, Reading>();

  /** A strategy's texts are read once, however often it is run, explained or asked about. */
  function readingOf({ strategy }: RunRequest): Reading {
    const key = JSON.stringify(strategy);
    const reading = readings.get(key) ?? readTexts(strategy, market);
    readings.delete(key);
    readings.set(key, reading);
    for (const oldest of readings.keys()) {
      if (readings.size <= KEPT_READINGS) break;
      readings.delete(oldest);
    }
    return reading;
  }

  function evaluatorFor({ strategy, benchmark, to }: RunRequest, reading: Reading): Evaluator {
    const unit = strategy.bars;
    // Days have no need of these; weeks and months end on days that all of the run's instruments share.
    const until = unit === 'day' ? undefined : to;
    const named = unit === 'day' ? [] : [...namedBy(reading), benchmark].sort();
    return keptEvaluator({ unit, until, named }, strategy.seed, benchmark);
  }

  function keptEvaluator(
    { unit, until, named }: { unit: BarUnit; until?: number | undefined; named: string[] },
    seed: number,
    benchmark: string,
  ): Evaluator {
    const key = [unit, until, ...named, seed, benchmark].join('|');
    if (kept?.key !== key) {
      const crew = helpers && crewOf(helpers, { unit, until, named, seed, benchmark });
      // The others make their panels meanwhile, and not once there is work for them.
      crew?.begin(NO_WORK, 0, []).callOff();
      const panel = createPanel(market, universe, { unit, until, named });
      if (kept) putAside(kept.evaluator);
      kept = {
        key,
        evaluator: new Evaluator(panel, { barsPerYear: barsPerYear(unit), seed, benchmark, crew, blocks }),
      };
      inspected = undefined;
    }
    return kept.evaluator;
  }

  /** Reads and prepares a request, hands it on, and gives back what columns are too many; undefined when it was stopped. */
  function prepared<T>(
    request: RunRequest,
    goOn: Continue,
    use: (prepared: Prepared, reading: Reading, evaluator: Evaluator) => T,
  ): T | undefined {
    const reading = readingOf(request);
    const evaluator = evaluatorFor(request, reading);
    try {
      return use(prepare(request, reading, market, evaluator, goOn), reading, evaluator);
    } catch (error) {
      if (error instanceof Stopped) return undefined;
      throw error;
    } finally {
      evaluator.kept.borrow(undefined);
      evaluator.kept.trim(KEPT_COLUMNS);
    }
  }

  function examine(
    request: RunRequest,
    goOn: Continue,
  ): { kind: 'done'; examined: Examined } | Exclude<RunOutcome, { kind: 'done' }> {
    const outcome = prepared(request, partOf(goOn, 0, RULES_PART), (ready, reading, evaluator) => {
      if (!ready.ok) return { kind: 'problems', problems: ready.problems } as const;
      const { plan } = ready;
      const run = runOf(evaluator, plan, request, simulate(plan, partOf(goOn, RULES_PART, 1)));
      const examined = {
        evaluator,
        reading,
        account: plan.account,
        plan: at(plan.strategies, 0),
        part: 0,
        run,
      };
      return { kind: 'done', examined } as const;
    });
    return outcome ?? { kind: 'stopped' };
  }

  function follow(request: RunRequest, followed: FollowedSettings, goOn: Continue): FollowOutcome {
    const outcome = prepared(request, partOf(goOn, 0, RULES_PART), (ready, _reading, evaluator) => {
      if (!ready.ok) return { kind: 'problems', problems: ready.problems } as const;
      const { plan } = ready;
      const run = runOf(evaluator, plan, request, simulate(plan, partOf(goOn, RULES_PART, 1)));
      return { kind: 'done', run, own: ownRun(evaluator, plan, request, followed) } as const;
    });
    return outcome ?? { kind: 'stopped' };
  }

  function chain({ request, windows, perWindow }: ChainAsked, goOn: Continue): ChainOutcome {
    const first = at(windows, 0);
    const whole = { ...request, from: first.from, to: at(windows, windows.length - 1).to };
    const base = ready(whole, goOn);
    if (base.kind !== 'done') return base;
    const { plan, evaluator } = base;
    const parts: (Simulated | undefined)[] = [];
    const figures: (Figures | undefined)[] = [];
    let { capital } = request.strategy.account;
    for (const [k, { strategy, from, to }] of windows.entries()) {
      // A single day decides nothing that is filled.
      if (!strategy || from === to) {
        parts.push(undefined);
        figures.push(undefined);
        continue;
      }
      const asked = { ...request, strategy, from, to, closeAtEnd: true };
      const window = ready(asked, partOf(goOn, k / windows.length, (k + 1) / windows.length), capital);
      if (window.kind !== 'done') return window;
      const simulated = simulate(window.plan);
      parts.push(simulated);
      if (perWindow) figures.push(runOf(window.evaluator, window.plan, window.request, simulated).figures);
      const { equity } = simulated.marks;
      capital = at(equity, equity.length - 1);
    }
    const joined = joinWindows(plan.account, windows, parts);
    return { kind: 'done', run: runOf(evaluator, plan, whole, joined), windows: figures };
  }

  /** Answers by what {@link ready} makes ready; what others have not computed for it by then is called off. */
  function answered<T>(answer: () => T): T {
    try {
      return answer();
    } finally {
      kept?.evaluator.kept.borrow(undefined);
      kept?.evaluator.kept.trim(KEPT_COLUMNS);
    }
  }

  /** A request made ready to be simulated, within {@link answered}. @param capital what the account begins with, instead of the strategy's own */
  function ready(request: RunRequest, goOn: Continue, capital = request.strategy.account.capital) {
    // The texts are the same whatever the capital is, and so are read once.
    const reading = readingOf(request);
    const { strategy } = request;
    const asked = { ...request, strategy: { ...strategy, account: { ...strategy.account, capital } } };
    const evaluator = evaluatorFor(request, reading);
    try {
      const prepared = prepare(asked, reading, market, evaluator, goOn);
      if (!prepared.ok) return { kind: 'problems', problems: prepared.problems } as const;
      return { kind: 'done', plan: prepared.plan, evaluator, request: asked } as const;
    } catch (error) {
      if (error instanceof Stopped) return { kind: 'stopped' } as const;
      throw error;
    } finally {
      evaluator.kept.trim(KEPT_COLUMNS);
    }
  }

  return {
    help({ evaluator: { seed, benchmark, ...panel }, ...wanted }) {
      const evaluator = keptEvaluator(panel, seed, benchmark);
      helpWith(evaluator, { ...wanted, turns: new Turns(wanted.turns) });
      evaluator.kept.trim(KEPT_COLUMNS);
    },
    letGo() {
      if (kept) putAside(kept.evaluator);
      kept = undefined;
      inspected = undefined;
    },
    follow: (request, followed, goOn = () => true) => follow(request, followed, goOn),
    chain: (asked, goOn = () => true) => answered(() => chain(asked, goOn)),
    evaluator: ({ seed, benchmark }) => keptEvaluator({ unit: 'day', named: [] }, seed, benchmark),
    days(request) {
      const made = answered(() => ready(request, () => true));
      if (made.kind === 'stopped') throw new Error('nothing stops the days of a run');
      return made.kind === 'done' ? { kind: 'done', days: made.plan.account.calendar } : made;
    },
    run(request, goOn = () => true) {
      const outcome = examine(request, goOn);
      return outcome.kind === 'done' ? { kind: 'done', run: outcome.examined.run } : outcome;
    },
    explain(request, goOn = () => true) {
      return prepared(request, goOn, (ready, reading, evaluator) =>
        ready.ok
          ? explain(reading, ready.plan.account, at(ready.plan.strategies, 0), evaluator, request)
          : undefined,
      );
    },
    inspect(request, goOn = () => true) {
      const key = JSON.stringify(request);
      if (inspected?.key !== key) {
        const outcome = examine(request, goOn);
        if (outcome.kind !== 'done') return outcome;
        inspected = { key, inspection: inspect(outcome.examined) };
      }
      return { kind: 'done', inspection: inspected.inspection };
    },
  };
}

// A blend on one account: all parts trade on the same cash (docs/blends.md, Together).

import type { Market } from '../bars/bars.ts';
import { barsPerYear } from '../bars/unit.ts';
import { indexDays, unionOfDays } from '../days/calendar.ts';
import { Blocks } from '../evaluation/blocks.ts';
import { Evaluator } from '../evaluation/evaluate.ts';
import { createPanel, type Universe } from '../evaluation/panel.ts';
import { type OwnRun, ownRun } from '../follow/own-run.ts';
import { type Inspection, inspect as inspectRun } from '../inspect/inspection.ts';
import { at } from '../numeric/at.ts';
import { runOf } from '../outcome.ts';
import type { Run } from '../run.ts';
import type { Holdings } from '../simulation/account.ts';
import { faultsInSettings } from '../simulation/checks.ts';
import type { Plan, StrategyPlan } from '../simulation/plan.ts';
import type { RunDays } from '../simulation/plan-side.ts';
import { accountPlan, strategyPlan } from '../simulation/prepare.ts';
import { type Continue, partOf, Stopped } from '../simulation/progress.ts';
import { namedBy, type Reading, readTexts } from '../simulation/reading.ts';
import type { Problem, RunRequest } from '../simulation/request.ts';
import { simulate } from '../simulation/simulate.ts';
import type { Strategy } from '../strategy/strategy.ts';
import type { StrategyPart, TogetherBlend } from './blend.ts';

/** What a blend is run on. */
export interface BlendSetting {
  readonly market: Market;
  /** the universe a part names */
  readonly universeOf: (name: string) => Universe;
  readonly benchmark: string;
  readonly from?: number;
  readonly to?: number;
  /** the first out-of-sample day, where the run is to be split */
  readonly splitAt?: number;
  /** an account of its own that follows the blend */
  readonly followed?: Parameters<typeof ownRun>[3];
}

/** A run of all parts, and what each has made until each mark, closed and open, and holds at it. */
export interface SharedRun {
  readonly run: Run;
  readonly profits: readonly Float64Array[];
  readonly holdings: readonly Holdings[];
  /** the account that follows it, where one was asked for */
  readonly own: OwnRun | undefined;
  /** what can be asked of a part's own rules and trades, by its place */
  readonly inspect: (part: number) => Inspection;
}

type SharedOutcome =
  | { readonly kind: 'done'; readonly shared: SharedRun }
  | { readonly kind: 'problems'; readonly problems: readonly Problem[] }
  | { readonly kind: 'stopped' };

/** Runs blends on one market; what it keeps between runs only makes them faster. */
export interface SharedEngine {
  run(blend: TogetherBlend, setting: BlendSetting, goOn?: Continue): SharedOutcome;
}

/** The share of a run's progress that is its rules; the rest is the day loop. */
const RULES_PART = 0.5;

/** Columns kept between runs, in bytes, over all parts. */
const KEPT_COLUMNS = 320e6;

export function createSharedEngine(): SharedEngine {
  const evaluators = new Map<string, Evaluator>();
  const blocks = new Blocks();
  return {
    run(blend, setting, goOn = () => true) {
      const used = new Map<string, Evaluator>();
      const evaluatorOf = (key: string, make: (blocks: Blocks) => Evaluator): Evaluator => {
        const evaluator = evaluators.get(key) ?? make(blocks);
        used.set(key, evaluator);
        return evaluator;
      };
      try {
        return runShared(blend, setting, evaluatorOf, goOn);
      } catch (error) {
        if (error instanceof Stopped) return { kind: 'stopped' };
        throw error;
      } finally {
        for (const [key, evaluator] of evaluators) if (!used.has(key)) evaluator.kept.trim(0);
        evaluators.clear();
        for (const [key, evaluator] of used) {
          evaluator.kept.trim(KEPT_COLUMNS / used.size);
          evaluators.set(key, evaluator);
        }
      }
    },
  };
}

type EvaluatorOf = (key: string, make: (blocks: Blocks) => Evaluator) => Evaluator;

/** A part on its way to a plan. */
interface Ready {
  readonly part: StrategyPart;
  readonly request: RunRequest;
  readonly reading: Reading;
  readonly evaluator: Evaluator;
}

function runShared(
  blend: TogetherBlend,
  setting: BlendSetting,
  evaluatorOf: EvaluatorOf,
  goOn: Continue,
): SharedOutcome {
  const ready = readyParts(blend, setting, evaluatorOf);
  const problems = ready.flatMap(({ request, reading, evaluator }, k) =>
    [...reading.problems, ...faultsInSettings(request, setting.market, evaluator.panel)].map((problem) => ({
      ...problem,
      path: `parts.${k}.strategy.${problem.path}`,
    })),
  );
  if (problems.length > 0) return { kind: 'problems', problems };
  const days = daysOf(ready, setting);
  if (days.calendar.length < 2) {
    const message = 'There are fewer than two days with bars between the first and the last day.';
    return { kind: 'problems', problems: [{ path: 'from', message }] };
  }
  const first = at(ready, 0);
  const plan: Plan = {
    account: accountPlan(first.request, first.evaluator.panel, days),
    strategies: ready.map(({ part, reading, evaluator }, k): StrategyPlan => {
      const told = partOf(goOn, (RULES_PART * k) / ready.length, (RULES_PART * (k + 1)) / ready.length);
      const alone = strategyPlan(reading, evaluator, days, told);
      return { ...alone, name: part.name, share: part.share / 100, slotLeverage: 1 };
    }),
    shared: blend.limits,
  };
  const simulated = simulate(plan, partOf(goOn, RULES_PART, 1));
  const request = { ...first.request, benchmark: setting.benchmark };
  const run = runOf(first.evaluator, plan, request, simulated);
  const missing = [...new Set(ready.flatMap(({ evaluator }) => evaluator.panel.missing))].sort();
  const whole: Run = { ...run, missing };
  const inspect = (part: number): Inspection => {
    const { evaluator, reading } = at(ready, part);
    return inspectRun({
      evaluator,
      reading,
      account: plan.account,
      plan: at(plan.strategies, part),
      part,
      run: whole,
    });
  };
  const { holdings } = simulated;
  const own = setting.followed && ownRun(first.evaluator, plan, request, setting.followed);
  return { kind: 'done', shared: { run: whole, profits: profitsOf(run, holdings), holdings, own, inspect } };
}

/** The strategy as it trades on the blend's account. */
export function onAccount(strategy: Strategy, { account, costs }: TogetherBlend): Strategy {
  return { ...strategy, account, costs };
}

function readyParts(blend: TogetherBlend, setting: BlendSetting, evaluatorOf: EvaluatorOf): Ready[] {
  const { market, universeOf, from, to, splitAt } = setting;
  const traded = new Set(
    blend.parts.flatMap(({ universe }) => universeOf(universe).map(({ symbol }) => symbol)),
  );
  const parts = blend.parts.map((part) => {
    const { benchmark = setting.benchmark } = part;
    const request: RunRequest = {
      strategy: onAccount(part.strategy, blend),
      benchmark,
      ...(from !== undefined && { from }),
      ...(to !== undefined && { to }),
      ...(splitAt !== undefined && { splitAt }),
    };
    return { part, request, reading: readTexts(request.strategy, market) };
  });
  const named = [...new Set([...traded, ...parts.flatMap(namedIn), setting.benchmark])].sort();
  return parts.map(({ part, request, reading }) => {
    const { bars: unit, seed } = request.strategy;
    // Weeks and months end on days that all of the account's instruments share.
    const dated = unit === 'day' ? [] : [to, ...named];
    const key = JSON.stringify([part.universe, request.benchmark, seed, unit, [...traded].sort(), dated]);
    const make = (blocks: Blocks): Evaluator => {
      const panel = createPanel(market, universeOf(part.universe), {
        unit,
        ...(unit !== 'day' && to !== undefined && { until: to }),
        named: unit === 'day' ? [] : named,
        beside: traded,
      });
      return new Evaluator(panel, {
        barsPerYear: barsPerYear(unit),
        seed,
        benchmark: request.benchmark,
        blocks,
      });
    };
    return { part, request, reading, evaluator: evaluatorOf(key, make) };
  });
}

/** The instruments a part names, its benchmark among them, the word itself resolved. */
function namedIn({ request, reading }: Pick<Ready, 'request' | 'reading'>): string[] {
  const { benchmark } = request;
  return [...namedBy(reading), benchmark].map((symbol) =>
    symbol.toLowerCase() === 'benchmark' ? benchmark : symbol,
  );
}

/** All days of the parts' universes and of what they name, within the run (simulation.md 1.2). */
function daysOf(ready: readonly Ready[], setting: BlendSetting): RunDays {
  const { from = -Infinity, to = Infinity, benchmark, universeOf } = setting;
  const { panel } = at(ready, 0).evaluator;
  const symbols = new Set([benchmark, ...ready.flatMap(namedIn)]);
  for (const { part } of ready) for (const { symbol } of universeOf(part.universe)) symbols.add(symbol);
  const numbers = [...symbols].map((symbol) => panel.number(symbol)).filter((k) => k >= 0);
  const calendar = unionOfDays(
    numbers.map((k) => at(panel.bars, k).day),
    from,
    to,
  );
  return {
    calendar,
    index: indexDays(calendar),
    key: `calendar ${from} ${to} ${[...symbols].sort().join(' ')}`,
  };
}

/** Until each mark: what the part's positions brought in and cost, and what those it holds are worth. */
function profitsOf({ ledger, marks }: Run, holdings: readonly Holdings[]): Float64Array[] {
  const cash = new Float64Array(holdings.length);
  const profits = holdings.map(({ worth }) => new Float64Array(worth.length));
  let line = 0;
  for (let t = 0; t < marks.day.length; t++) {
    for (; line < ledger.day.length && ledger.day[line]! <= marks.day[t]!; line++) {
      const part = ledger.part[line]!;
      if (part >= 0) cash[part]! += ledger.amount[line]!;
    }
    for (const [k, { worth }] of holdings.entries()) at(profits, k)[t] = cash[k]! + worth[t]!;
  }
  return profits;
}

// The worker's side of an evening: a followed run or blend gone on to the last bar.

import type { Market } from '../bars/bars.ts';
import { barsPerYear } from '../bars/unit.ts';
import type { ApartBlend, Blend } from '../blend/blend.ts';
import type { MixedRun } from '../blend/blend-run.ts';
import { countUntil } from '../days/calendar.ts';
import type { Universe } from '../evaluation/panel.ts';
import { type EveningRun, eveningOf } from '../follow/evening.ts';
import { at } from '../numeric/at.ts';
import type { Handlers } from '../parallel/serve.ts';
import { type Continue, partOf } from '../simulation/progress.ts';
import type { Strategy } from '../strategy/strategy.ts';
import type { BlendBench } from './blend-bench.ts';
import { unitOf } from './blend-unit.ts';
import type { EngineFor } from './engine-for.ts';
import type { BlendEveningAsked, EngineWork, EveningAsked, EveningOutcome } from './engine-work.ts';

export function doEveningWork(
  market: Market,
  engineFor: EngineFor,
  bench: BlendBench,
): Pick<Handlers<EngineWork>, 'evening'> {
  async function ofRun(asked: EveningAsked, goOn: Continue): Promise<EveningOutcome> {
    const { universe, engine } = await engineFor(asked.run.universe);
    const { request } = asked.run;
    const outcome = engine.follow(request, asked, goOn);
    if (outcome.kind !== 'done') return outcome;
    const { run, own } = outcome;
    const { benchmark, strategy } = request;
    const parts = {
      market,
      universe,
      benchmark,
      barsPerYear: barsPerYear(strategy.bars),
      timeLimit: limitOf([strategy]),
      run,
      own,
    };
    return { kind: 'done', evening: eveningOf(parts, asked) };
  }

  async function ofBlend(asked: BlendEveningAsked, goOn: Continue): Promise<EveningOutcome> {
    const { run: followed, account } = asked;
    const { blend, benchmark } = followed;
    const strategies = blend.parts.map((part) => (part.kind === 'strategy' ? part.strategy : undefined));
    const settings = {
      benchmark,
      barsPerYear: barsPerYear(unitOf(blend)),
      timeLimit: limitOf(strategies),
      market,
    };
    const universe = await membersOf(blend);
    if (blend.form === 'together') {
      const outcome = await bench.follow(followed, blend, asked, goOn);
      if (outcome.kind !== 'done') return outcome;
      const { run, own } = outcome.shared;
      return { kind: 'done', evening: eveningOf({ ...settings, universe, run, own }, asked) };
    }
    const outcome = await bench.mix(followed, partOf(goOn, 0, 0.8));
    if (outcome.kind !== 'done') return outcome;
    const run = eveningRun(outcome.mixed);
    if (account.kind === 'simulated') {
      return { kind: 'done', evening: eveningOf({ ...settings, universe, run, own: undefined }, asked) };
    }
    const capital = account.kind === 'holdings' ? blend.capital : account.capital;
    const scaled = withCapitalOn(blend, run, asked.trusted, capital);
    const other = await bench.mix({ ...followed, blend: scaled }, partOf(goOn, 0.8, 1));
    if (other.kind !== 'done') return other;
    const own = { run: eveningRun(other.mixed), unplaced: [] };
    return { kind: 'done', evening: eveningOf({ ...settings, universe, run, own }, asked) };
  }

  /** Of all strategies of a blend. */
  async function membersOf({ parts }: Blend): Promise<Universe> {
    const names = new Set(parts.flatMap((part) => (part.kind === 'strategy' ? [part.universe] : [])));
    const members = [];
    for (const name of names) members.push(...(await engineFor(name)).universe);
    return members;
  }

  return {
    evening: (asked, goOn) =>
      'blend' in asked.run
        ? ofBlend({ ...asked, run: asked.run }, goOn)
        : ofRun({ ...asked, run: asked.run }, goOn),
  };
}

const limitOf =
  (strategies: readonly (Strategy | undefined)[]) =>
  (part: number, side: 'long' | 'short'): number | undefined =>
    strategies[part]?.[side]?.stops.bars;

const eveningRun = (mixed: MixedRun): EveningRun => ({
  ...mixed,
  parts: mixed.parts.map(({ name }) => name),
});

/** Buckets with so much money in them on a day: all they do is in proportion to the capital. */
function withCapitalOn(blend: ApartBlend, { marks }: EveningRun, day: number, capital: number): ApartBlend {
  const then = at(marks.equity, Math.max(0, countUntil(marks.day, day) - 1));
  return { ...blend, capital: (capital * blend.capital) / then };
}

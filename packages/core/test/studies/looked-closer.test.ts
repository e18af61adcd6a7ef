// What is shown of edges, pairs, shakes and walks beside their results: each from the numbers it belongs to.

import { describe, expect, it } from 'vitest';
import { createEngine } from '../../src/engine.ts';
import { at } from '../../src/numeric/at.ts';
import type { Trade } from '../../src/simulation/records.ts';
import { mean } from '../../src/statistics/moments.ts';
import { edgeBench } from '../../src/studies/edge/bench.ts';
import { excessError } from '../../src/studies/edge/rows.ts';
import { estimateStudy } from '../../src/studies/estimate.ts';
import { pairsByLuck } from '../../src/studies/pair/pair.ts';
import { roundsOf } from '../../src/studies/pair/rounds.ts';
import { shake } from '../../src/studies/shake/shake.ts';
import { stripsOf, worstOf } from '../../src/studies/shake/strips.ts';
import type { EdgeStudy, PairStudy, ShakeStudy, TerrainStudy, WalkStudy } from '../../src/studies/study.ts';
import { chainAsked, choiceChanges, walkForward } from '../../src/studies/walk/walk.ts';
import { randomMarket, strategyOf } from '../market.ts';
import { deskHere, turn } from './desk.ts';

const { market, universe } = randomMarket(5, 5, 420);
const strategy = strategyOf({
  dials: { n: { value: 4 }, held: { value: 6 } },
  long: {
    enter: 'close is the lowest of {n} days',
    exit: 'days held is at least {held}',
    stops: { trigger: 'touch' },
  },
});
const common = { name: '', notes: '', seed: 1, universe: 'u', benchmark: 'IX' } as const;
const grid = {
  ...common,
  strategy,
  axes: [
    { dial: 'n', from: 2, to: 6, step: 2 },
    { dial: 'held', from: 2, to: 6, step: 2 },
  ],
  figure: 'sharpe',
  height: { percentile: 75 },
} as const;
const terrain: TerrainStudy = { ...grid, kind: 'terrain' };
const walk: WalkStudy = { ...grid, kind: 'walk', train: 6, test: 3, anchored: false, choose: 'best' };
const shakeStudy: ShakeStudy = {
  ...common,
  kind: 'shake',
  strategy,
  repetitions: 4,
  nudges: ['start', 'slippage', 'all'],
};
const edge: EdgeStudy = {
  ...common,
  kind: 'edge',
  signals: [{ name: 'low', rule: 'close is the lowest of 4 days', side: 'long' }],
  horizons: [1, 3],
  entry: 'close',
  cost: 0,
  once: false,
};

describe('an edge', () => {
  it('gives every event with its outcome: their mean is the row’s', () => {
    const bench = edgeBench(market, createEngine(market, universe).evaluator);
    const { signals: _signals, kind: _kind, name: _name, notes: _notes, ...rest } = edge;
    const asked = { ...rest, ...at(edge.signals, 0), value: undefined, dials: {} };
    const rows = bench.rows(asked);
    const closer = bench.detail({ ...asked, horizon: 3 });
    if (rows.kind !== 'done' || closer.kind !== 'done') throw new Error('it reads');
    const { symbols, symbol, day, outcome } = closer.events;
    const row = at(rows.rows, 1);
    const known = outcome.filter((value) => !Number.isNaN(value));
    expect(known.length).toBe(row.n);
    expect(mean(known)).toBeCloseTo(row.mean, 12);
    expect(symbol.length).toBe(outcome.length);
    // An outcome is the close so many bars later over the close of the event.
    const k = outcome.findIndex((value) => !Number.isNaN(value));
    const bars = market.get(at(symbols, at(symbol, k)));
    const bar = bars?.day.indexOf(at(day, k)) ?? -1;
    expect(at(outcome, k)).toBe((bars?.close[bar + 3] ?? 0) / (bars?.close[bar] ?? 1) - 1);
  });

  it('has the error of a mean from its t, and that of a share from its count', () => {
    expect(excessError({ excess: -0.02, t: -4 })).toBe(0.005);
    expect(excessError({ excess: 0.02, t: Number.NaN })).toBeNaN();
  });
});

describe('the rounds of a pair', () => {
  const leg = (round: number, symbol: string, side: 'long' | 'short', profit: number, exitDay?: number) =>
    ({
      round,
      symbol,
      side,
      profit,
      entryDay: 10 * round,
      exitDay,
      exitReason: exitDay === undefined ? undefined : 'rule',
      barsHeld: 3,
    }) as Trade;

  it('are both legs of a number, with Y’s side and the profit of both', () => {
    const rounds = roundsOf(
      [
        leg(2, 'X', 'long', 5),
        leg(1, 'Y', 'long', 7, 15),
        leg(1, 'X', 'short', -2, 15),
        leg(2, 'Y', 'short', 1),
      ],
      'Y',
    );
    expect(
      rounds.map(({ round, side, from, to, profit, legs }) => [round, side, from, to, profit, legs.length]),
    ).toEqual([
      [1, 'long', 10, 15, 5, 2],
      [2, 'short', 20, undefined, 6, 2],
    ]);
  });

  it('are told apart from luck: one in twenty would be', () => expect(pairsByLuck(91)).toBeCloseTo(4.55, 12));
});

describe('a shake', () => {
  it('has strips of what its repetitions gave, and the worst of all first', async () => {
    const { repetitions } = await shake(shakeStudy, deskHere(market, universe));
    const strips = stripsOf(repetitions, shakeStudy.nudges, 'cagr');
    expect(strips.map(({ nudge, values }) => [nudge, values.length])).toEqual([
      ['start', 4],
      ['slippage', 1],
      ['all', 4],
    ]);
    for (const { values, low, median, high } of strips) {
      expect(low).toBeLessThanOrEqual(median);
      expect(median).toBeLessThanOrEqual(high);
      expect(median).toBeGreaterThanOrEqual(Math.min(...values));
    }
    const growth = worstOf(repetitions, 20).map(({ figures }) => figures?.cagr ?? 0);
    expect(growth).toEqual([...growth].sort((a, b) => a - b));
    expect(growth.length).toBe(9);
    expect(worstOf(repetitions, 2).length).toBe(2);
    const none = stripsOf([{ nudge: 'all', repetition: 0, figures: undefined }], ['all'], 'cagr');
    expect(none[0]?.values.length).toBe(0);
    expect(none[0]?.median).toBeNaN();
  });

  it('runs one repetition to the figures that it had among the others', async () => {
    const desk = deskHere(market, universe);
    const { repetitions } = await shake(shakeStudy, desk);
    for (const { nudge, repetition, figures } of repetitions) {
      const request = { strategy, benchmark: 'IX' };
      const asked = { universe: 'u', request, nudge, repetition, seed: shakeStudy.seed };
      const [how] = await desk.each('shakeReport', [asked]);
      const outcome = how?.kind === 'done' ? how.out : undefined;
      expect(outcome?.kind === 'done' ? outcome.run.figures : undefined).toEqual(figures);
      expect(outcome?.kind === 'done' ? outcome.report.figures.strategy.cagr : undefined).toBe(figures?.cagr);
    }
  });
});

describe('a walk', () => {
  it('has curves of its own setting and of hindsight over the chain’s days, which end at their figures', async () => {
    const { run, own, hindsight } = await walkForward(walk, deskHere(market, universe), turn);
    for (const one of [own, hindsight]) {
      const { equity, figures } = one ?? {};
      expect(equity?.length).toBe(run.marks.day.length);
      expect(equity?.[equity.length - 1]).toBe(figures?.endEquity);
    }
  });

  it('is a run of its own in a report, which is the chain', async () => {
    const desk = deskHere(market, universe);
    const found = await walkForward(walk, desk, turn);
    const [how] = await desk.each('chainReport', [chainAsked(walk, found, turn)]);
    if (how?.kind !== 'done' || how.out.kind !== 'done') throw new Error('it runs');
    expect(how.out.run.figures).toEqual(found.run.figures);
    expect(how.out.report.figures.strategy).toEqual(found.run.figures);
  });

  it('counts how often the choice was another', () => {
    const cells = [3, 3, undefined, 4, 4, 3].map((cell) => ({ cell }));
    expect(choiceChanges(cells)).toBe(3);
    expect(choiceChanges([])).toBe(0);
  });
});

describe('an estimate', () => {
  const pair: PairStudy = {
    ...common,
    kind: 'pair',
    y: '',
    x: '',
    search: {},
    prices: 'close',
    hedge: { method: 'origin' },
    training: { bars: 100 },
    scale: 'training',
    in: 2,
    out: 0,
    timing: 'next-open',
    gross: 100,
    account: { capital: 100_000 },
    costs: strategy.costs,
  };
  /** Every look at the clock finds it a second later. */
  const tools = () => {
    let seconds = 0;
    return {
      desk: deskHere(market, universe),
      turn,
      symbolsOf: () => universe.map(({ symbol }) => symbol),
      now: () => 1000 * seconds++,
    };
  };

  it('is the time of a piece times the pieces', async () => {
    expect(await estimateStudy(terrain, tools())).toBe(9_000);
    expect(await estimateStudy(edge, tools())).toBe(1_000);
    // Four repetitions of two nudges, and one that draws nothing.
    expect(await estimateStudy(shakeStudy, tools())).toBe(9_000);
    // All pairs of five are one piece.
    expect(await estimateStudy(pair, tools())).toBe(1_000);
    expect(await estimateStudy({ ...pair, search: undefined } as unknown as PairStudy, tools())).toBe(0);
    // Every setting on each window's training, and once over all tests.
    expect(await estimateStudy(walk, tools())).toBeGreaterThan(9_000);
  });

  it('says nothing of what cannot run', async () => {
    const none = { ...terrain, axes: [{ dial: 'n', from: 2, to: 6, step: 0 }] };
    expect(await estimateStudy(none, tools())).toBeNaN();
    const faulty = { ...shakeStudy, benchmark: 'NONE' };
    expect(await estimateStudy(faulty, tools())).toBeNaN();
    const lonely = { ...tools(), symbolsOf: () => ['A'] };
    expect(await estimateStudy(pair, lonely)).toBeNaN();
  });
});

// A terrain looked at by other figures and heights: nothing is run again, and what it is called is what was run.

import { describe, expect, it } from 'vitest';
import { dayFromIso } from '../../src/days/day.ts';
import { createEngine } from '../../src/engine.ts';
import { at } from '../../src/numeric/at.ts';
import { reportOf } from '../../src/report.ts';
import { FIGURE_KEYS } from '../../src/statistics/figure-keys.ts';
import { withDials } from '../../src/strategy/grid.ts';
import type { TerrainStudy } from '../../src/studies/study.ts';
import { CELL_FIGURES, cellFigureEntry } from '../../src/studies/terrain/cell-figures.ts';
import { conditionsOf } from '../../src/studies/terrain/condition.ts';
import { bestWithin, highlandOf, neighboursMedian } from '../../src/studies/terrain/highland.ts';
import { cellAsked, cellFiguresOf, surveyOf, surveyTerrain } from '../../src/studies/terrain/terrain.ts';
import { deskHere, turn } from './desk.ts';
import { market, strategy, study, universe } from './sample.ts';

const survey = (changed: Partial<TerrainStudy> = {}) =>
  surveyTerrain({ ...study, ...changed }, deskHere(market, universe), turn);
const runOf = (n: number, held: number) => {
  const outcome = createEngine(market, universe).run({
    strategy: withDials(strategy, { n, held }),
    benchmark: 'IX',
  });
  if (outcome.kind !== 'done') throw new Error('it runs');
  return outcome.run;
};

describe('a terrain looked at otherwise', () => {
  it('is by another figure and height what a study of them finds', async () => {
    const found = await survey();
    for (const [figure, height] of [
      ['cagr', { percentile: 50 }],
      ['maxDrawdown', -0.2],
      ['volatility', { percentile: 75 }],
    ] as const) {
      const { luck: _luck, kind: _kind, ...asked } = await survey({ figure, height });
      expect(surveyOf(study, found.cells, { by: figure, height })).toEqual(asked);
    }
  });

  it('has alpha’s t and p as the report of the run has them, and the excess of growth', async () => {
    const { cells } = await survey();
    const [t, p, excess] = (['alphaT', 'alphaP', 'excess'] as const).map((key) =>
      cellFiguresOf(cells, key, 'figures'),
    );
    cells.forEach(({ values, figures }, k) => {
      const [n = 0, held = 0] = values as number[];
      const { alpha } = reportOf(runOf(n, held), {
        barsPerYear: 252,
        costs: { slippage: 0 },
        tried: [],
        comparisons: [],
      }).regression.byBar.regression;
      expect(t?.[k]).toBeCloseTo(alpha.t, 9);
      expect(p?.[k]).toBeCloseTo(alpha.p, 9);
      expect(excess?.[k]).toBe((figures?.cagr ?? 0) - (figures?.benchmark.cagr ?? 0));
    });
  });

  it('tells alpha of each part of a split by itself', async () => {
    const split = dayFromIso('2020-06-01') ?? 0;
    const days = runOf(2, 2).marks.day;
    const at60 = days[Math.floor(days.length * 0.6)] ?? split;
    const { cells } = await survey({ split: at60 });
    const [before, after, all] = (['before', 'after', 'figures'] as const).map((part) =>
      cellFiguresOf(cells, 'alphaT', part),
    );
    expect(before).not.toEqual(all);
    expect(after).not.toEqual(before);
    // What is before the split is a run that ends there.
    const shorter = await survey({ to: at60 - 1 });
    cellFiguresOf(shorter.cells, 'alphaT', 'figures').forEach((value, k) => {
      expect(before?.[k]).toBeCloseTo(value, 9);
    });
  });

  it('offers every figure of a run once, and knows each by its key', () => {
    const keys = CELL_FIGURES.map(({ key }) => key);
    expect(new Set(keys).size).toBe(keys.length);
    expect(keys).toEqual(expect.arrayContaining([...FIGURE_KEYS, 'excess', 'alphaT', 'alphaP']));
    for (const entry of CELL_FIGURES) expect(cellFigureEntry(entry.key)).toBe(entry);
  });

  it('counts what the logbook tried against the peak: more tries leave less', async () => {
    const alone = await survey();
    expect(alone.luck?.withTried).toBeUndefined();
    const tried = [0.1, 0.9, 1.7, -0.4];
    const more = await surveyTerrain(study, deskHere(market, universe), turn, undefined, tried);
    expect(more.luck?.withTried?.tries).toBe(9 + tried.length);
    expect(more.luck?.deflatedSharpe).toBe(alone.luck?.deflatedSharpe);
    const wild = await surveyTerrain(study, deskHere(market, universe), turn, undefined, [6, -6, 5, -5]);
    expect(wild.luck?.withTried?.chance).toBeLessThan(alone.luck?.deflatedSharpe ?? 0);
  });

  it('runs by itself as it ran among the others', async () => {
    const { cells } = await survey();
    const cell = at(cells, 5);
    const run = cellAsked(study, cell.values, turn);
    if (!run.ok) throw new Error('it runs');
    const outcome = createEngine(market, universe).run(run.asked.request);
    expect(outcome.kind === 'done' && outcome.run.figures).toEqual(cell.figures);
  });
});

describe('the highland of a terrain', () => {
  const cells = [1, 2, 3].flatMap((a) =>
    [10, 20].map((b) => ({
      values: [a, b],
      figures: undefined,
      before: undefined,
      after: undefined,
      alpha: undefined,
      why: undefined,
    })),
  );
  const axes = [
    { dial: 'a', from: 1, to: 3, step: 1 },
    { dial: 'b', from: 10, to: 20, step: 10 },
  ];
  const figure = Float64Array.of(1, 5, 4, 3, Number.NaN, 2);

  it('is told by its size, its range, its middle and how far it reaches', () => {
    expect(highlandOf(axes, { cells, figure, plateau: [1, 2, 3], middle: 3 })).toEqual({
      known: 5,
      size: 3,
      low: 3,
      high: 5,
      middle: [2, 20],
      reach: [
        [1, 2],
        [10, 20],
      ],
    });
    const none = highlandOf(axes, { cells, figure, plateau: [], middle: undefined });
    expect([none.size, none.low, none.middle]).toEqual([0, Number.NaN, undefined]);
  });

  it('has neighbours whose undefined ones are left out', () => {
    expect(neighboursMedian(axes, figure, 5)).toBe((4 + 3) / 2);
    expect(neighboursMedian(axes.slice(0, 1), Float64Array.of(1, Number.NaN, 2), 0)).toBeNaN();
  });

  it('has a best among what one could live with, or none', () => {
    const depth = Float64Array.of(-0.1, -0.5, -0.3, -0.2, -0.1, Number.NaN);
    expect(bestWithin(figure, depth, -0.3, false)).toBe(2);
    expect(bestWithin(figure, depth, -0.3, true)).toBe(0);
    expect(bestWithin(figure, depth, -0.01, false)).toBeUndefined();
  });
});

it('knows which conditions can be switched off by themselves, as they are written', () => {
  expect(conditionsOf(strategy)).toEqual([
    { rule: 'long.enter', number: 1, text: 'close is the lowest of {n} days' },
    { rule: 'long.enter', number: 2, text: expect.stringContaining('close') },
  ]);
});

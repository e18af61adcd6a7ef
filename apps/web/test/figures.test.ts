import { type Figures, figureEntry } from '@plateau/core';
import { describe, expect, it } from 'vitest';
import { changeOf, ours, theirs } from '../ui/figures.ts';

const figures = (parts: object): Figures => ({ benchmark: {}, ...parts }) as Figures;

describe('how a figure moved', () => {
  const cagr = figureEntry('cagr');

  it('is told with its sign, in the figure’s own kind', () => {
    expect(changeOf(cagr, figures({ cagr: 0.082 }), figures({ cagr: 0.079 }))).toBe('+0.3%');
    expect(changeOf(cagr, figures({ cagr: 0.079 }), figures({ cagr: 0.082 }))).toBe('−0.3%');
    expect(changeOf(figureEntry('mar'), figures({ mar: 0.2 }), figures({ mar: 0.25 }))).toBe('−0.05');
  });

  it('is nothing where what is written stays the same, or where neither way is better', () => {
    expect(changeOf(cagr, figures({ cagr: 0.08 }), figures({ cagr: 0.08004 }))).toBeUndefined();
    expect(changeOf(figureEntry('beta'), figures({ beta: 1 }), figures({ beta: 2 }))).toBeUndefined();
  });

  it('is told in words where one of the two is not defined', () => {
    const payoff = figureEntry('payoff');
    const [none, some] = [figures({ payoff: Number.NaN }), figures({ payoff: 2.4 })];
    expect(changeOf(payoff, some, none)).toBe('new');
    expect(changeOf(payoff, none, some)).toBe('was 2.40');
    expect(changeOf(payoff, none, none)).toBeUndefined();
  });
});

describe('a figure as it is written', () => {
  it('is the strategy’s beside the benchmark’s, a dash where holding has none', () => {
    const both = figures({ maxDrawdown: -0.463, winRate: 0.383, benchmark: { maxDrawdown: -0.402 } });
    expect([ours(figureEntry('maxDrawdown'), both), theirs(figureEntry('maxDrawdown'), both)]).toEqual([
      '−46.3%',
      '−40.2%',
    ]);
    expect([ours(figureEntry('winRate'), both), theirs(figureEntry('winRate'), both)]).toEqual([
      '38.3%',
      '–',
    ]);
  });
});

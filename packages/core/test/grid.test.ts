// The settings of a sweep.

import { describe, expect, it } from 'vitest';
import { settingsOf, valuesFrom, withDials } from '../src/strategy/grid.ts';
import { strategyOf } from './market.ts';

const strategy = strategyOf({
  dials: { n: { value: 5 }, stop: { value: 3 } },
  long: {
    enter: 'close > {n}-day average',
    exit: 'close < {n}-day average',
    stops: { trigger: 'touch', initial: { level: 'close * (1 - {stop} / 100)' } },
  },
});

describe('a grid', () => {
  it('has every value from first to last, free of the rounding of repeated steps', () => {
    expect(valuesFrom(2, 10, 2)).toEqual([2, 4, 6, 8, 10]);
    expect(valuesFrom(0.1, 0.5, 0.1)).toEqual([0.1, 0.2, 0.3, 0.4, 0.5]);
    expect(valuesFrom(1, 2, 0.4)).toEqual([1, 1.4, 1.8]);
    expect(valuesFrom(7, 7, 1)).toEqual([7]);
  });

  it.each([
    [1, 2, 0, 'step'],
    [1, 2, -1, 'step'],
    [2, 1, 1, 'ends at 1'],
    [0, 1e9, 1, 'the most'],
    [0, Number.NaN, 1, 'ends at'],
  ])('refuses %s to %s by %s', (from, to, step, why) => {
    expect(() => valuesFrom(from, to, step)).toThrow(why);
  });

  it('combines its axes, the last turning fastest', () => {
    const settings = settingsOf([
      { dial: 'n', values: [3, 4] },
      { dial: 'stop', values: [1, 2] },
    ]);
    expect(settings).toEqual([
      { n: 3, stop: 1 },
      { n: 3, stop: 2 },
      { n: 4, stop: 1 },
      { n: 4, stop: 2 },
    ]);
    expect(settingsOf([])).toEqual([{}]);
  });

  it('turns dials that exist and no others', () => {
    expect(withDials(strategy, { n: 9 }).dials).toEqual({ n: { value: 9 }, stop: { value: 3 } });
    expect(() => withDials(strategy, { m: 9 })).toThrow('no dial {m}');
  });

  it('turns the settings that a dial stands for, and leaves the others', () => {
    const dialled = { ...strategy, dialled: { 'limits.positions': 'n', 'account.leverage': 'stop' } };
    const turned = withDials(dialled, { n: 9 });
    expect(turned.limits).toEqual({ ...strategy.limits, positions: 9 });
    expect(turned.account).toBe(strategy.account);
    expect(turned.dialled).toEqual(dialled.dialled);
  });
});

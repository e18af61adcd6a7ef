// Every number of a strategy's rules as a dial: at their values the dials change nothing.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createEngine } from '../src/engine.ts';
import { readRule } from '../src/language/check.ts';
import { numbersAsDials, rulesWithDial } from '../src/strategy/numbers-as-dials.ts';
import { randomMarket, strategyOf } from './market.ts';

const plain = strategyOf({
  dials: { low: { value: 4 } },
  long: {
    enter: 'close is the lowest of {low} days and close > 30-day average',
    exit: 'days held is at least 6 or close > 1.02 * 5-day average',
    rank: { by: '12-day return', first: 'lowest' },
    stops: { trigger: 'touch' },
  },
});

describe('numbers as dials', () => {
  it('are named by where they stand, in reading order; dials that are there stay', () => {
    const { dials, long } = numbersAsDials(plain);
    expect(Object.fromEntries(Object.entries(dials).map(([name, { value }]) => [name, value]))).toEqual({
      low: 4,
      'entry 1': 30,
      'exit 1': 6,
      'exit 2': 1.02,
      'exit 3': 5,
      'rank 1': 12,
    });
    expect(long?.enter).toContain('{low}');
    expect(long?.enter).toContain('{entry 1}-day average');
    expect(rulesWithDial(numbersAsDials(plain), 'exit 2')).toEqual([long?.exit]);
  });

  it('run to the same figures, and leave nothing to turn a second time', () => {
    const { market, universe } = randomMarket(3);
    const run = (strategy: typeof plain) => {
      const outcome = createEngine(market, universe).run({ strategy, benchmark: 'IX' });
      if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
      return outcome.run.figures;
    };
    const turned = numbersAsDials(plain);
    expect(run(turned)).toEqual(run(plain));
    expect(numbersAsDials(turned)).toEqual(turned);
  });

  it('read back whatever the numbers are', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 300 }), fc.integer({ min: -9, max: 9 }), (days, bound) => {
        const enter = `${days}-day return > ${bound} and close is the highest of ${days} days`;
        const turned = numbersAsDials(
          strategyOf({ long: { enter, exit: 'never', stops: { trigger: 'touch' } } }),
        );
        const values = Object.fromEntries(
          Object.entries(turned.dials).map(([name, { value }]) => [name, value]),
        );
        const text = turned.long?.enter ?? '';
        expect(readRule(text, { expects: 'rule', dials: values }).ok).toBe(true);
        expect(text).not.toContain(`${days}-day`);
      }),
    );
  });

  it('leave a text alone that does not read', () => {
    const broken = strategyOf({
      long: { enter: 'close >', exit: 'never', stops: { trigger: 'touch' } },
    });
    expect(numbersAsDials(broken)).toEqual(broken);
  });
});

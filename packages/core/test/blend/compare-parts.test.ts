// How alike parts are, hand-worked.

import { describe, expect, it } from 'vitest';
import {
  correlationsBelowPeak,
  deviationsOf,
  diversificationRatio,
  overlapOf,
} from '../../src/blend/compare-parts.ts';

const curve = (...values: number[]): Float64Array => Float64Array.from(values);
const days = Int32Array.from([1, 2, 3, 4, 5]);

describe('overlap', () => {
  const holding = (symbol: string, from: number, until: number) => ({ symbol, from, until });

  it('is the mean share of held instruments that two parts hold, over the days on which anything is', () => {
    // Day 2: A by both (1 of 1). Day 3: A by both, B by one (1 of 2). Day 4: B alone (0). Days 1 and 5 hold nothing.
    const parts = [[holding('A', 2, 4)], [holding('A', 2, 4), holding('B', 3, 5)]];
    expect(overlapOf(days, parts)).toBeCloseTo((1 + 0.5 + 0) / 3, 12);
  });

  it('counts an instrument that a part enters again as held once', () => {
    const parts = [[holding('A', 1, 3), holding('A', 2, 4)], [holding('B', 1, 6)]];
    expect(overlapOf(days, parts)).toBe(0);
  });

  it('is undefined where nothing is ever held', () => {
    expect(overlapOf(days, [[], []])).toBeNaN();
  });
});

describe('the diversification ratio', () => {
  it('is 1 of a part with itself, and more where parts move against each other', () => {
    const up = curve(100, 110, 105, 120);
    expect(diversificationRatio([0.5, 0.5], deviationsOf([up, up]), up)).toBeCloseTo(1, 12);
    const down = curve(100, 92, 97, 88);
    const both = curve(100, 101, 101, 104);
    expect(diversificationRatio([0.5, 0.5], deviationsOf([up, down]), both)).toBeGreaterThan(1);
  });
});

describe('correlations below the peak', () => {
  it('read the steps that end below it alone', () => {
    // The second and third steps end below the peak: there the curves go opposite ways.
    const drawdown = curve(0, 0, -0.1, -0.05, 0);
    const a = curve(100, 150, 120, 130, 200);
    const b = curve(100, 150, 170, 160, 200);
    expect(correlationsBelowPeak(drawdown, [a, b])[0]?.[1]).toBeCloseTo(-1, 12);
  });
});

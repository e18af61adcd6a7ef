// Beta and correlation, whose sums slide, against the plain definition on each window by itself.

import fc from 'fast-check';
import { expect, it } from 'vitest';
import { measureOf } from '../src/measures/catalogue.ts';
import { at } from '../src/numeric/at.ts';

/** Prices that go on by small steps, stand still, or jump by up to a thousand times and come back. */
const step = fc.oneof(
  { weight: 6, arbitrary: fc.double({ min: 0.97, max: 1.03, noNaN: true }) },
  { weight: 3, arbitrary: fc.constant(1) },
  { weight: 1, arbitrary: fc.constantFrom(1000, 0.001, 3) },
);
const prices = fc.array(step, { minLength: 60, maxLength: 60 }).map((steps) => {
  let price = 50;
  return Float64Array.from(steps, (by) => {
    price *= by;
    return price;
  });
});

interface Sums {
  readonly xx: number;
  readonly xy: number;
  readonly yy: number;
}

/** Of the returns on the bars from i - window + 1 to i. */
function plainSums(x: Float64Array, y: Float64Array, window: number, i: number): Sums {
  const returns = (of: Float64Array): number[] =>
    Array.from({ length: window }, (_none, k) => at(of, i - k) / at(of, i - k - 1) - 1);
  const [a, b] = [returns(x), returns(y)];
  const mean = (of: number[]): number => of.reduce((sum, r) => sum + r, 0) / window;
  const [ma, mb] = [mean(a), mean(b)];
  const sum = (of: (k: number) => number): number => a.reduce((all, _r, k) => all + of(k), 0);
  return {
    xx: sum((k) => (at(a, k) - ma) ** 2),
    xy: sum((k) => (at(a, k) - ma) * (at(b, k) - mb)),
    yy: sum((k) => (at(b, k) - mb) ** 2),
  };
}

/** Sums of squares of returns that do not vary are rounding. */
const none = (window: number): number => window * 1e-24;

it.each([
  {
    phrase: 'correlation',
    plain: ({ xx, xy, yy }: Sums, n: number) =>
      xx <= none(n) || yy <= none(n) ? Number.NaN : xy / (Math.sqrt(xx) * Math.sqrt(yy)),
  },
  { phrase: 'beta', plain: ({ xx, xy }: Sums, n: number) => (xx <= none(n) ? Number.NaN : xy / xx) },
])('$phrase is that of each window by itself, after jumps and on flat stretches too', ({ phrase, plain }) => {
  const measure = measureOf(phrase, 1);
  fc.assert(
    fc.property(prices, prices, fc.integer({ min: 2, max: 12 }), (x, y, window) => {
      const out = new Float64Array(x.length);
      const inputs = { values: [x, y], bars: { close: y }, windows: [window] };
      measure.compute(inputs as unknown as Parameters<typeof measure.compute>[0], out);
      for (let i = 0; i < window; i++) expect(at(out, i)).toBeNaN();
      for (let i = window; i < x.length; i++) {
        const sums = plainSums(x, y, window, i);
        const expected = plain(sums, window);
        if (Number.isNaN(expected)) expect(at(out, i)).toBeNaN();
        // What rounding leaves of the crossed sum, on the measure's own scale.
        else {
          const scale = phrase === 'beta' ? Math.sqrt(sums.yy / sums.xx) : 1;
          expect(Math.abs(at(out, i) - expected)).toBeLessThanOrEqual(1e-11 * scale + 1e-15);
        }
      }
    }),
    { numRuns: 300 },
  );
});

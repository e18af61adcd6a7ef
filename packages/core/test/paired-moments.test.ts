// Beta and correlation, whose sums slide, against the plain definition on each window by itself.

import fc from 'fast-check';
import { expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
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

/** What rounding leaves of a return, at the largest of a window, beside how far its returns stray. */
function blur(of: Float64Array, window: number, i: number, squares: number): number {
  let most = 0;
  for (let k = 0; k < window; k++) most = Math.max(most, at(of, i - k) / at(of, i - k - 1));
  return (4 * Number.EPSILON * (1 + most)) / Math.sqrt(squares / window);
}

it.each([
  {
    phrase: 'correlation',
    plain: ({ xx, xy, yy }: Sums) => xy / (Math.sqrt(xx) * Math.sqrt(yy)),
    varies: ({ xx, yy }: Sums) => Math.min(xx, yy),
    scale: () => 1,
  },
  {
    phrase: 'beta',
    plain: ({ xx, xy }: Sums) => xy / xx,
    varies: ({ xx }: Sums) => xx,
    scale: ({ xx, yy }: Sums) => Math.sqrt(yy / xx),
  },
])('$phrase is that of each window by itself, after jumps and on flat stretches too', (its) => {
  const measure = measureOf(its.phrase, 1);
  fc.assert(
    fc.property(prices, prices, fc.integer({ min: 2, max: 12 }), (x, y, window) => {
      const out = new Float64Array(x.length);
      const inputs = { values: [x, y], bars: { close: y }, windows: [window] };
      measure.compute(inputs as unknown as Parameters<typeof measure.compute>[0], out);
      for (let i = 0; i < window; i++) expect(at(out, i)).toBeNaN();
      for (let i = window; i < x.length; i++) {
        const sums = plainSums(x, y, window, i);
        const varies = its.varies(sums);
        if (varies < none(window) / 4) expect(at(out, i)).toBeNaN();
        // Nearer to none than that, rounding decides which it is.
        if (varies < 4 * none(window)) continue;
        // Of the crossed sum a part is left to rounding: of the sums, and of the returns themselves where they hardly differ.
        const scale = its.scale(sums);
        const blurX = blur(x, window, i, sums.xx) * scale;
        const blurY = sums.yy === 0 ? 0 : blur(y, window, i, sums.yy) * scale;
        const difference = Math.abs(at(out, i) - its.plain(sums));
        expect(difference).toBeLessThanOrEqual(1e-11 * scale + 1e-15 + blurX + blurY);
      }
    }),
    { numRuns: cases(300) },
  );
});

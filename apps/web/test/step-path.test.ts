// A value that holds until the next, as a path.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { stepPath } from '../ui/chart/step-path.ts';

const itself = (n: number): number => n;

/** What a path draws: its height over each whole place. */
function heights(path: string, places: number): number[] {
  const [, x0, y0, rest] = /^M(\S+) ([\d.]+)(.*)$/.exec(path) ?? [];
  const drawn = new Array<number>(places).fill(Number.NaN);
  let [x, y] = [Number(x0), Number(y0)];
  for (const [, to, next] of (rest ?? '').matchAll(/H([\d.]+)(?:V([\d.]+))?/g)) {
    for (; x < Number(to); x++) drawn[x] = y;
    if (next !== undefined) y = Number(next);
  }
  drawn[x] = y;
  return drawn;
}

describe('a step path', () => {
  it('turns where the value does', () => {
    expect(stepPath([3, 3, 5, 5, 5, 4], itself, itself)).toBe('M0 3H2V5H5V4H5');
  });

  it('of one place is a point, and of none is nothing', () => {
    expect(stepPath([7], itself, itself)).toBe('M0 7H0');
    expect(stepPath([], itself, itself)).toBe('');
  });

  it('is as high as each value over its place', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(4), { minLength: 1, maxLength: 60 }), (values) => {
        expect(heights(stepPath(values, itself, itself), values.length)).toEqual(values);
      }),
    );
  });

  it('is no longer for more places of the same value', () => {
    const long = stepPath(new Float64Array(5000).fill(60), itself, itself);
    expect(long).toBe('M0 60H4999');
  });
});

// The shape of a terrain, held against the plainest way to say it.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { at } from '../../src/numeric/at.ts';
import { medianOf } from '../../src/statistics/distribution.ts';
import { cellCount, type Grid, placesOf } from '../../src/studies/terrain/axes.ts';
import { neighboursOf } from '../../src/studies/terrain/neighbours.ts';
import { rankOf, reliefOf } from '../../src/studies/terrain/relief.ts';

const grids = fc
  .array(fc.tuple(fc.integer({ min: 1, max: 5 }), fc.boolean()), { minLength: 1, maxLength: 3 })
  .map((axes): Grid => ({ sizes: axes.map(([size]) => size), ordered: axes.map(([, ordered]) => ordered) }));
const terrains = grids.chain((grid) =>
  fc
    .array(fc.oneof(fc.integer({ min: -4, max: 4 }), fc.constant(Number.NaN)), {
      minLength: cellCount(grid),
      maxLength: cellCount(grid),
    })
    .map((figure) => ({ grid, figure: Float64Array.from(figure) })),
);

/** Steps between two cells along the axes; Infinity where a list lies between them. */
function apart(grid: Grid, a: number, b: number): number[] {
  const [p, q] = [placesOf(grid, a), placesOf(grid, b)];
  return p.map((place, k) => (grid.ordered[k] || place === q[k] ? Math.abs(place - at(q, k)) : Infinity));
}

const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);
const all = (grid: Grid): number[] => Array.from({ length: cellCount(grid) }, (_x, k) => k);

describe('a relief', () => {
  it('has as neighbours what is at most one away on every axis', () => {
    fc.assert(
      fc.property(grids, (grid) => {
        for (const cell of all(grid)) {
          const near = all(grid).filter(
            (other) => other !== cell && Math.max(...apart(grid, cell, other)) <= 1,
          );
          expect(neighboursOf(grid, cell).sort((a, b) => a - b)).toEqual(near);
        }
      }),
    );
  });

  it('has the plateau, its middle, the shelter and the peak that counting gives', () => {
    fc.assert(
      fc.property(
        terrains,
        fc.integer({ min: -3, max: 3 }),
        fc.boolean(),
        ({ grid, figure }, height, less) => {
          const sign = less ? -1 : 1;
          const found = reliefOf(grid, figure, height, less);
          const high = all(grid).filter((cell) => sign * (at(figure, cell) - height) >= 0);
          const setOf = (cell: number): number[] => {
            let set = [cell];
            for (;;) {
              const more = high.filter((one) => set.some((other) => sum(apart(grid, one, other)) <= 1));
              if (more.length === set.length) return more;
              set = more;
            }
          };
          const sets = high.map(setOf).filter((set, k) => set[0] === high[k]);
          const meanOf = (set: number[]): number =>
            sum(set.map((cell) => sign * at(figure, cell))) / set.length;
          const [best = []] = [...sets].sort(
            (a, b) => b.length - a.length || meanOf(b) - meanOf(a) || at(a, 0) - at(b, 0),
          );
          expect(found.plateau).toEqual(best);

          const shelter = all(grid).map((cell) =>
            medianOf(
              [cell, ...neighboursOf(grid, cell)]
                .map((one) => at(figure, one))
                .filter((x) => !Number.isNaN(x)),
            ),
          );
          expect([...found.shelter]).toEqual(shelter);

          // To a cell that is no member, or over the edge.
          const far = (cell: number): number => {
            const outside = all(grid)
              .filter((one) => !best.includes(one))
              .map((one) => sum(apart(grid, cell, one)));
            const edges = placesOf(grid, cell).flatMap((place, k) =>
              grid.ordered[k] ? [place + 1, at(grid.sizes, k) - place] : [],
            );
            const least = Math.min(...outside, ...edges);
            return least === Infinity ? 0 : least;
          };
          const [middle] = [...best].sort(
            (a, b) => far(b) - far(a) || sign * (at(shelter, b) - at(shelter, a)) || a - b,
          );
          expect(found.middle).toBe(middle);

          const [peak] = all(grid)
            .filter((cell) => !Number.isNaN(at(figure, cell)))
            .sort((a, b) => sign * (at(figure, b) - at(figure, a)) || a - b);
          expect(found.peak).toBe(peak);
        },
      ),
    );
  });

  it('measures the peak by its neighbours, and calls it lone when they are far below', () => {
    const grid: Grid = { sizes: [1, 5], ordered: [true, true] };
    const lone = reliefOf(grid, Float64Array.of(1, 1, 4, 1, 1), { percentile: 75 });
    expect([lone.peak, lone.peakDrop, lone.isLonePeak, lone.height]).toEqual([2, 0.75, true, 1]);
    const broad = reliefOf(grid, Float64Array.of(3, 4, 4, 4, 3), { percentile: 75 });
    expect([broad.peak, broad.peakDrop, broad.isLonePeak]).toEqual([1, 0.125, false]);
    const falls = reliefOf(grid, Float64Array.of(9, 9, 2, 9, 9), { percentile: 75 }, true);
    expect([falls.peak, falls.peakDrop, falls.height]).toEqual([2, 3.5, 9]);
  });

  it('says nothing of cells of which none is defined', () => {
    const none = reliefOf({ sizes: [3], ordered: [true] }, new Float64Array(3).fill(Number.NaN), {
      percentile: 75,
    });
    expect(none).toMatchObject({ plateau: [], middle: undefined, peak: undefined, isLonePeak: false });
  });

  it('ranks equals alike, from 1', () => {
    const figure = Float64Array.of(3, 5, 5, Number.NaN, 1);
    expect(rankOf(figure, 2)).toEqual({ cell: 2, rank: 1, percentile: 100 });
    expect(rankOf(figure, 0)).toEqual({ cell: 0, rank: 3, percentile: 100 / 3 });
    expect(rankOf(figure, 4, true).rank).toBe(1);
    expect(rankOf(figure, 3).rank).toBeNaN();
  });
});

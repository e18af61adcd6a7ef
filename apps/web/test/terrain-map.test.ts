// How a terrain is drawn: its planes, its contours and its outlines.

import { cellAt, gridOf, placesOf } from '@plateau/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bandsOf, contourAt, outlineOf } from '../features/studies/terrain/contours.ts';
import { planesOf, stepFrom } from '../features/studies/terrain/planes.ts';
import { axisName, cellName, placeName } from '../model/studies/axis-words.ts';

const dial = (name: string, count: number) => ({ dial: name, from: 1, to: count, step: 1 });
const sizes = fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 3 });

describe('the planes of a grid', () => {
  it('hold every cell once, the last axis to the right, the one before it upward', () => {
    fc.assert(
      fc.property(sizes, (counts) => {
        const axes = counts.map((count, k) => dial(`d${k}`, count));
        const grid = gridOf(axes);
        const planes = planesOf(axes);
        expect(planes.flatMap(({ cells }) => cells).sort((a, b) => a - b)).toEqual(
          Array.from({ length: counts.reduce((a, b) => a * b, 1) }, (_x, k) => k),
        );
        planes.forEach((plane, n) => {
          plane.cells.forEach((cell, place) => {
            const width = plane.right.length;
            const inner = [Math.floor(place / width), place % width];
            expect(placesOf(grid, cell)).toEqual(axes.length === 3 ? [n, ...inner] : inner);
          });
        });
      }),
    );
  });

  it('are walked cell by cell, and end at their sides', () => {
    const axes = [dial('a', 3), dial('b', 4)];
    const [plane] = planesOf(axes);
    if (!plane) throw new Error('there is one');
    const grid = gridOf(axes);
    const at = (up: number, right: number): number => cellAt(grid, [up, right]);
    expect(stepFrom(plane, at(1, 1), 1, 0)).toBe(at(1, 2));
    expect(stepFrom(plane, at(1, 1), 0, 1)).toBe(at(2, 1));
    expect(stepFrom(plane, at(2, 3), 0, 1)).toBe(at(2, 3));
    expect(stepFrom(plane, at(0, 0), -1, 0)).toBe(at(0, 0));
    // What is not on this map begins at its first.
    expect(stepFrom(plane, 99, 1, 0)).toBe(0);
  });
});

describe('contours', () => {
  const paper = { columns: 4, rows: 3, width: 10, height: 10 };
  const heights = fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: 12, maxLength: 12 });
  const points = (path: string): number[][] =>
    [...path.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)]);

  it('lie on the map, and their edge never runs along its sides', () => {
    fc.assert(
      fc.property(heights, fc.double({ min: -5, max: 5, noNaN: true }), (elevation, height) => {
        const { land, edge } = contourAt(elevation, height, paper);
        for (const [x = -1, y = -1] of points(land)) {
          expect(x >= 0 && x <= 40 && y >= 0 && y <= 30).toBe(true);
        }
        const ends = points(edge);
        for (let k = 0; k + 1 < ends.length; k += 2) {
          const [a = [], b = []] = [ends[k], ends[k + 1]];
          for (const side of [0, 40]) expect(a[0] === side && b[0] === side && a[1] !== b[1]).toBe(false);
          for (const side of [0, 30]) expect(a[1] === side && b[1] === side && a[0] !== b[0]).toBe(false);
        }
      }),
    );
  });

  it('leave nothing above the highest, and no shore below the lowest; what is undefined is under water', () => {
    const elevation = [1, 2, 3, 4, 1, 2, 3, 4, 1, 2, 3, 4];
    expect(contourAt(elevation, 5, paper).land).toBe('');
    expect(contourAt(elevation, 0, paper).edge).toBe('');
    const hole = elevation.map((value, k) => (k === 5 ? Number.NaN : value));
    expect(contourAt(hole, 0, paper).edge).not.toBe('');
  });

  it('have the first row at the bottom', () => {
    const bottom = [1, 1, 1, 1, 0, 0, 0, 0, 0, 0, 0, 0];
    const ys = points(contourAt(bottom, 0.5, paper).land).map(([, y = 0]) => y);
    expect(Math.min(...ys)).toBe(20);
    expect(Math.max(...ys)).toBe(30);
  });

  it('divide a range evenly', () => {
    expect(bandsOf({ least: 0, most: 7 }, 7)).toEqual([1, 2, 3, 4, 5, 6]);
  });

  it('outline cells by every side that has none beyond it', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 12, maxLength: 12 }), (isIn) => {
        const sides = (outlineOf((place) => isIn[place] ?? false, paper).match(/M/g) ?? []).length;
        const inside = (x: number, y: number): boolean =>
          x >= 0 && x < 4 && y >= 0 && y < 3 && (isIn[y * 4 + x] ?? false);
        let expected = 0;
        for (let y = 0; y < 3; y++)
          for (let x = 0; x < 4; x++) {
            if (!inside(x, y)) continue;
            for (const [dx, dy] of [
              [1, 0],
              [-1, 0],
              [0, 1],
              [0, -1],
            ] as const)
              if (!inside(x + dx, y + dy)) expected++;
          }
        expect(sides).toBe(expected);
      }),
    );
  });
});

it('names axes and places as a trader would', () => {
  expect(cellName([dial('line', 3), { universes: ['u'] }], [2, 'skerry-60'])).toBe(
    'line 2, universe skerry-60',
  );
  const condition = { condition: { rule: 'long.enter', number: 2 } };
  expect([axisName(condition), placeName(condition, 0), placeName(condition, 1)]).toEqual([
    'condition 2 of long enter',
    'off',
    'on',
  ]);
  expect(placeName({ spans: [{}] }, '2010-01-04..2012-12-31')).toBe('2010-01-04 to 2012-12-31');
  expect(axisName({ benchmarks: ['SK60'] })).toBe('benchmark');
  expect(axisName({ instruments: ['ABERK'] })).toBe('instrument');
});

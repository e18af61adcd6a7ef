// @vitest-environment jsdom
// Changes of the headline figures: none where what they were counted from is not alike.

import { type Figures, figureEntry } from '@plateau/core';
import { cleanup, render, screen } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { afterEach, expect, test, vi } from 'vitest';
import { FiguresTable } from '../parts/figures/figures-table.tsx';

vi.mock('../parts/figures/shown-figures.ts', () => ({
  useShownFigures: () => [['maxDrawdown', 'endEquity'].map((key) => figureEntry(key as 'maxDrawdown'))],
}));
vi.mock('../parts/figures/figure-choice.tsx', () => ({ FigureChoice: () => null }));

const figures = (maxDrawdown: number, endEquity: number): Figures =>
  ({ maxDrawdown, endEquity, benchmark: {} }) as Figures;

function shown(before: { figures: Figures; capital: number; barsPerYear: number }): string {
  render(
    <Tooltip.Provider>
      <FiguresTable
        figures={figures(-0.2, 150)}
        benchmark="SKX"
        capital={100}
        barsPerYear={12}
        before={before}
      />
    </Tooltip.Provider>,
  );
  return screen.getByRole('table').textContent ?? '';
}
afterEach(cleanup);

test('a change is told against the same bars and capital', () => {
  const text = shown({ figures: figures(-0.3, 120), capital: 100, barsPerYear: 12 });
  expect(text).toContain('Change');
  expect(text).toContain('+10.0%');
  expect(text).toContain('+30');
});

test('a sum of money is not held against one of another capital', () => {
  const text = shown({ figures: figures(-0.3, 120), capital: 200, barsPerYear: 12 });
  expect(text).toContain('+10.0%');
  expect(text).not.toContain('+30');
});

test('closes of months are not held against closes of days', () => {
  const text = shown({ figures: figures(-0.3, 120), capital: 100, barsPerYear: 252 });
  expect(text).not.toContain('Change');
  expect(text).not.toContain('+10.0%');
  expect(screen.getByText(/it stepped by other bars/)).toBeDefined();
});

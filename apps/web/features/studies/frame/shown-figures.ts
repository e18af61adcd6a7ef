import type { FigureKey } from '@plateau/core';

/** The figures that tell of an account in a study's tables, in their order. */
export const SHOWN_FIGURES: readonly FigureKey[] = [
  'cagr',
  'maxDrawdown',
  'mar',
  'sharpe',
  'volatility',
  'exposure',
  'trades',
  'winRate',
];

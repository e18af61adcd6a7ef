// The names of all figures, for what reads them without working any out.

import type { Figures } from './figures.ts';

type OwnKey = Exclude<keyof Figures, 'benchmark'>;
type AgainstKey = Exclude<keyof Figures['benchmark'], OwnKey>;
export type FigureKey = OwnKey | AgainstKey;

/** In the order of the catalogue. */
export const FIGURE_KEYS = [
  'endEquity',
  'netProfit',
  'totalReturn',
  'cagr',
  'volatility',
  'sharpe',
  'sortino',
  'maxDrawdown',
  'averageDrawdown',
  'longestDrawdownDays',
  'mar',
  'returnToDrawdown',
  'ulcer',
  'exposure',
  'timeInMarket',
  'turnover',
  'trades',
  'winRate',
  'averageWin',
  'averageLoss',
  'averageWinMoney',
  'averageLossMoney',
  'payoff',
  'profitFactor',
  'expectancy',
  'averageR',
  'winRateByMoney',
  'payoffByMoney',
  'expectancyByMoney',
  'beta',
  'alpha',
  'alphaYear',
  'alphaT',
  'alphaP',
  'rSquared',
  'informationRatio',
  'upCapture',
  'downCapture',
] as const satisfies readonly FigureKey[];

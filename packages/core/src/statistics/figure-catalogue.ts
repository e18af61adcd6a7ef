// Every figure of statistics.md in one table: its name, its definition, and the numbers it is made of.

import { drawdownSpells, drawdownsOf, largestFall } from './drawdown.ts';
import type { FigureKey } from './figure-keys.ts';
import { daysHeld, type Figures, meansWhere, tradedValue, yearsOf } from './figures.ts';
import { deviation, mean } from './moments.ts';
import { periodReturns } from './periods.ts';
import { regress } from './regression.ts';
import { difference, returnsOf } from './returns.ts';
import type { Slice } from './slice.ts';
import { moneyIn } from './trade-figures.ts';

/** How a number is written. */
export type FigureKind =
  | 'percent'
  | 'fine-percent'
  | 'ratio'
  | 'money'
  | 'price'
  | 'shares'
  | 'count'
  | 'days'
  | 'day';

/** A number that a figure is worked out from. */
export interface FigurePart {
  readonly name: string;
  readonly value: number;
  readonly kind: FigureKind;
}

type OwnKey = Exclude<keyof Figures, 'benchmark'>;
type AgainstKey = Exclude<FigureKey, OwnKey>;

export interface FigureEntry {
  readonly key: FigureKey;
  readonly name: string;
  readonly definition: string;
  readonly kind: FigureKind;
  /** of a curve by itself, of what the account did, of its trades, or of it against the benchmark */
  readonly about: 'curve' | 'account' | 'trades' | 'benchmark';
  /** which way is better; left out where neither is */
  readonly better?: 'more' | 'less';
  /** what buying and holding has by its nature, where it is not measured */
  readonly ofHolding?: number;
  readonly madeOf: (slice: Slice) => readonly FigurePart[];
}

const money = (name: string, value: number): FigurePart => ({ name, value, kind: 'money' });
const count = (name: string, value: number): FigurePart => ({ name, value, kind: 'count' });
const day = (name: string, value: number): FigurePart => ({ name, value, kind: 'day' });
const fine = (name: string, value: number): FigurePart => ({ name, value, kind: 'fine-percent' });
const percent = (name: string, value: number): FigurePart => ({ name, value, kind: 'percent' });
const ratio = (name: string, value: number): FigurePart => ({ name, value, kind: 'ratio' });

const last = (x: ArrayLike<number>): number => x[x.length - 1]!;

const ends = ({ marks: { day: days }, equity }: Slice): FigurePart[] => [
  day('from', days[0]!),
  money('start', equity[0]!),
  day('to', last(days)),
  money('end', last(equity)),
];
const span = ({ marks: { day: days } }: Slice): FigurePart => count('calendar days', last(days) - days[0]!);
const excessOf = ({ equity, riskFree }: Slice): Float64Array => difference(returnsOf(equity), riskFree);
const bars = ({ barsPerYear }: Slice): FigurePart => count('bars a year', barsPerYear);

function deepest({ marks: { day: days }, equity }: Slice): FigurePart[] {
  const spells = drawdownSpells(equity);
  if (spells.length === 0) return [];
  const { peak, bottom } = spells.reduce((a, b) => (b.depth < a.depth ? b : a));
  return [
    day('peak', days[peak]!),
    money('at the peak', equity[peak]!),
    day('bottom', days[bottom]!),
    money('at the bottom', equity[bottom]!),
  ];
}

function longest({ marks: { day: days } }: Slice, spells: ReturnType<typeof drawdownSpells>): FigurePart[] {
  if (spells.length === 0) return [];
  const end = (place: number | undefined): number => (place === undefined ? last(days) : days[place]!);
  const spell = spells.reduce((a, b) =>
    end(b.recovery) - days[b.peak]! > end(a.recovery) - days[a.peak]! ? b : a,
  );
  return [
    day('peak', days[spell.peak]!),
    spell.recovery === undefined
      ? day('not recovered by', last(days))
      : day('recovery', days[spell.recovery]!),
  ];
}

const wins = ({ trades }: Slice) => trades.filter(({ profit }) => profit > 0);
const losses = ({ trades }: Slice) => trades.filter(({ profit }) => profit <= 0);
const sumOf = (trades: Slice['trades']): number => trades.reduce((sum, { profit }) => sum + profit, 0);

function capture(slice: Slice, counts: (theirs: number) => boolean): FigurePart[] {
  const { months, equity, benchmark } = slice;
  const { periods, ours, theirs } = meansWhere(
    periodReturns(months, equity),
    periodReturns(months, benchmark),
    counts,
  );
  return [
    count('months', periods),
    fine('mean month of the strategy', ours),
    fine('mean month of the benchmark', theirs),
  ];
}

function regression({ equity, benchmark, riskFree, barsPerYear }: Slice): FigurePart[] {
  const ours = difference(returnsOf(equity), riskFree);
  const theirs = difference(returnsOf(benchmark), riskFree);
  const { n, alpha, beta, rSquared } = regress(ours, theirs);
  return [
    count('bars', n),
    ratio('slope (beta)', beta.value),
    ratio('its standard error', beta.error),
    { name: 'intercept (alpha), a bar', value: alpha.value, kind: 'fine-percent' },
    percent('alpha × bars a year', alpha.value * barsPerYear),
    { name: 'its standard error', value: alpha.error, kind: 'fine-percent' },
    ratio('share explained (R²)', rSquared),
  ];
}

function active({ equity, benchmark }: Slice): Float64Array {
  return difference(returnsOf(equity), returnsOf(benchmark));
}

/** In the order in which a report shows them. */
export const figureCatalogue: readonly FigureEntry[] = [
  {
    key: 'endEquity',
    name: 'End equity',
    definition: 'the account at the last close, from the capital on the sheet',
    kind: 'money',
    about: 'curve',
    better: 'more',
    madeOf: ({ marks }) => [
      money('cash', last(marks.cash)),
      money('longs', last(marks.long)),
      money('shorts', last(marks.short)),
    ],
  },
  {
    key: 'netProfit',
    name: 'Net profit',
    definition: 'end − start, after all costs',
    kind: 'money',
    about: 'curve',
    better: 'more',
    madeOf: ends,
  },
  {
    key: 'totalReturn',
    name: 'Total return',
    definition: 'end / start − 1',
    kind: 'percent',
    about: 'curve',
    better: 'more',
    madeOf: ends,
  },
  {
    key: 'cagr',
    name: 'CAGR',
    definition: '(end / start) ^ (365.25 / days) − 1',
    kind: 'percent',
    about: 'curve',
    better: 'more',
    madeOf: (slice) => [...ends(slice), span(slice)],
  },
  {
    key: 'volatility',
    name: 'Volatility',
    definition: 'sample deviation of returns × √ bars a year',
    kind: 'percent',
    about: 'curve',
    better: 'less',
    madeOf: (slice) => [
      count('returns', slice.equity.length - 1),
      fine('their deviation', deviation(returnsOf(slice.equity))),
      bars(slice),
    ],
  },
  {
    key: 'sharpe',
    name: 'Sharpe ratio',
    definition: 'mean return above cash / its sample deviation × √ bars a year',
    kind: 'ratio',
    about: 'curve',
    better: 'more',
    madeOf: (slice) => [
      fine('mean return above cash', mean(excessOf(slice))),
      fine('its deviation', deviation(excessOf(slice))),
      bars(slice),
    ],
  },
  {
    key: 'sortino',
    name: 'Sortino ratio',
    definition: 'mean return above cash / root of the mean square of those below 0 × √ bars a year',
    kind: 'ratio',
    about: 'curve',
    better: 'more',
    madeOf: (slice) => {
      const excess = excessOf(slice);
      return [
        fine('mean return above cash', mean(excess)),
        count('returns below 0', excess.filter((r) => r < 0).length),
        fine('downside deviation', Math.sqrt(mean(excess.map((r) => Math.min(r, 0) ** 2)))),
        bars(slice),
      ];
    },
  },
  {
    key: 'maxDrawdown',
    name: 'Maximum drawdown',
    definition: 'deepest fall of the account below an earlier peak, at closes',
    kind: 'percent',
    about: 'curve',
    better: 'more',
    madeOf: deepest,
  },
  {
    key: 'averageDrawdown',
    name: 'Average drawdown',
    definition: 'mean depth of all spells below a peak',
    kind: 'percent',
    about: 'curve',
    better: 'more',
    madeOf: ({ equity }) => [count('spells below a peak', drawdownSpells(equity).length)],
  },
  {
    key: 'longestDrawdownDays',
    name: 'Longest below peak',
    definition: 'calendar days from a peak to its recovery, or to the end',
    kind: 'days',
    about: 'curve',
    better: 'less',
    madeOf: (slice) => longest(slice, drawdownSpells(slice.equity)),
  },
  {
    key: 'mar',
    name: 'MAR ratio',
    definition: 'CAGR / size of the maximum drawdown',
    kind: 'ratio',
    about: 'curve',
    better: 'more',
    madeOf: (slice) => [...ends(slice), span(slice), ...deepest(slice)],
  },
  {
    key: 'returnToDrawdown',
    name: 'Return to drawdown',
    definition: 'net profit / largest fall in money',
    kind: 'ratio',
    about: 'curve',
    better: 'more',
    madeOf: ({ equity }) => [
      money('net profit', last(equity) - equity[0]!),
      money('largest fall', largestFall(equity)),
    ],
  },
  {
    key: 'ulcer',
    name: 'Ulcer index',
    definition: 'root of the mean squared drawdown',
    kind: 'percent',
    about: 'curve',
    better: 'less',
    madeOf: ({ equity }) => {
      const drawdowns = drawdownsOf(equity);
      return [
        count('closes', equity.length),
        count('of them below a peak', drawdowns.filter((d) => d < 0).length),
        percent('mean drawdown', mean(drawdowns)),
      ];
    },
  },
  {
    key: 'exposure',
    name: 'Exposure',
    definition: 'mean of (longs + shorts) / equity, at closes',
    kind: 'percent',
    about: 'account',
    ofHolding: 1,
    madeOf: ({ marks }) => [
      money('mean of longs', mean(marks.long)),
      money('mean of shorts', mean(marks.short)),
      money('mean equity', mean(marks.equity)),
    ],
  },
  {
    key: 'timeInMarket',
    name: 'Time in market',
    definition: 'share of closes with a position',
    kind: 'percent',
    about: 'account',
    ofHolding: 1,
    madeOf: ({ marks }) => [
      count('closes with a position', daysHeld(marks)),
      count('closes', marks.day.length),
    ],
  },
  {
    key: 'turnover',
    name: 'Turnover',
    definition: '(bought + sold) / 2 / mean equity / years',
    kind: 'ratio',
    about: 'account',
    madeOf: ({ marks, ledger }) => [
      money('bought and sold', tradedValue(ledger)),
      money('mean equity', mean(marks.equity)),
      ratio('years', yearsOf(marks.day)),
    ],
  },
  {
    key: 'trades',
    name: 'Trades',
    definition: 'closed trades that ended here',
    kind: 'count',
    about: 'trades',
    madeOf: (slice) => [count('with a profit', wins(slice).length), count('without', losses(slice).length)],
  },
  {
    key: 'winRate',
    name: 'Win rate',
    definition: 'trades with a profit / trades',
    kind: 'percent',
    about: 'trades',
    better: 'more',
    madeOf: (slice) => [count('with a profit', wins(slice).length), count('trades', slice.trades.length)],
  },
  {
    key: 'averageWin',
    name: 'Average win',
    definition: 'mean return of those with a profit',
    kind: 'fine-percent',
    about: 'trades',
    better: 'more',
    madeOf: (slice) => [
      count('with a profit', wins(slice).length),
      percent('the largest', Math.max(...wins(slice).map((trade) => trade.return))),
    ],
  },
  {
    key: 'averageLoss',
    name: 'Average loss',
    definition: 'mean return of the others',
    kind: 'fine-percent',
    about: 'trades',
    better: 'more',
    madeOf: (slice) => [
      count('without a profit', losses(slice).length),
      percent('the largest', Math.min(...losses(slice).map((trade) => trade.return))),
    ],
  },
  {
    key: 'averageWinMoney',
    name: 'Average win, money',
    definition: 'sum of profits / trades with a profit',
    kind: 'money',
    about: 'trades',
    better: 'more',
    madeOf: (slice) => [
      money('sum of profits', sumOf(wins(slice))),
      count('with a profit', wins(slice).length),
    ],
  },
  {
    key: 'averageLossMoney',
    name: 'Average loss, money',
    definition: 'sum of losses / the other trades',
    kind: 'money',
    about: 'trades',
    better: 'more',
    madeOf: (slice) => [
      money('sum of losses', sumOf(losses(slice))),
      count('without a profit', losses(slice).length),
    ],
  },
  {
    key: 'payoff',
    name: 'Payoff',
    definition: 'average win / average loss',
    kind: 'ratio',
    about: 'trades',
    better: 'more',
    madeOf: (slice) => [
      fine('average win', mean(wins(slice).map((trade) => trade.return))),
      fine('average loss', mean(losses(slice).map((trade) => trade.return))),
    ],
  },
  {
    key: 'profitFactor',
    name: 'Profit factor',
    definition: 'sum of profits / sum of losses, in money',
    kind: 'ratio',
    about: 'trades',
    better: 'more',
    madeOf: (slice) => [
      money('sum of profits', sumOf(wins(slice))),
      money('sum of losses', sumOf(losses(slice))),
    ],
  },
  {
    key: 'expectancy',
    name: 'Expectancy',
    definition: 'mean return of a trade',
    kind: 'fine-percent',
    about: 'trades',
    better: 'more',
    madeOf: ({ trades }) => [
      count('trades', trades.length),
      fine('deviation of their returns', deviation(trades.map((trade) => trade.return))),
    ],
  },
  {
    key: 'averageR',
    name: 'Average R',
    definition: 'mean profit in multiples of the risk taken at entry',
    kind: 'ratio',
    about: 'trades',
    better: 'more',
    madeOf: ({ trades }) => [
      count('trades with an initial stop', trades.filter(({ r }) => r !== undefined).length),
    ],
  },
  {
    key: 'winRateByMoney',
    name: 'Win rate, by money',
    definition: 'money in trades with a profit / money in all trades, at their entries',
    kind: 'percent',
    about: 'trades',
    better: 'more',
    madeOf: (slice) => [
      money('put in with a profit', moneyIn(wins(slice))),
      money('put in', moneyIn(slice.trades)),
    ],
  },
  {
    key: 'payoffByMoney',
    name: 'Payoff, by money',
    definition: 'profits / money in their trades, over losses / money in theirs',
    kind: 'ratio',
    about: 'trades',
    better: 'more',
    madeOf: (slice) => [
      money('sum of profits', sumOf(wins(slice))),
      money('put in with a profit', moneyIn(wins(slice))),
      money('sum of losses', sumOf(losses(slice))),
      money('put in without', moneyIn(losses(slice))),
    ],
  },
  {
    key: 'expectancyByMoney',
    name: 'Expectancy, by money',
    definition: 'profit of all trades / money put in at their entries',
    kind: 'fine-percent',
    about: 'trades',
    better: 'more',
    madeOf: (slice) => [money('profit', sumOf(slice.trades)), money('put in', moneyIn(slice.trades))],
  },
  {
    key: 'beta',
    name: 'Beta',
    definition: 'slope of the excess returns on the benchmark’s, by bar',
    kind: 'ratio',
    about: 'benchmark',
    ofHolding: 1,
    madeOf: regression,
  },
  {
    key: 'alpha',
    name: 'Alpha a bar',
    definition: 'intercept of the same line: return of a day, week or month beyond what beta explains',
    kind: 'fine-percent',
    about: 'benchmark',
    better: 'more',
    madeOf: regression,
  },
  {
    key: 'alphaYear',
    name: 'Alpha a year',
    definition: 'alpha a bar × bars a year',
    kind: 'percent',
    about: 'benchmark',
    better: 'more',
    madeOf: regression,
  },
  {
    key: 'alphaT',
    name: 't of alpha',
    definition: 'alpha / its standard error',
    kind: 'ratio',
    about: 'benchmark',
    better: 'more',
    madeOf: regression,
  },
  {
    key: 'alphaP',
    name: 'p of alpha',
    definition: 'chance of such a t, either way, where alpha is none',
    kind: 'fine-percent',
    about: 'benchmark',
    better: 'less',
    madeOf: regression,
  },
  {
    key: 'rSquared',
    name: 'R²',
    definition: 'share of the variance that the line explains',
    kind: 'ratio',
    about: 'benchmark',
    madeOf: regression,
  },
  {
    key: 'informationRatio',
    name: 'Information ratio',
    definition: 'mean return above the benchmark’s / its deviation × √ bars a year',
    kind: 'ratio',
    about: 'benchmark',
    better: 'more',
    madeOf: (slice) => [
      fine('mean return above the benchmark’s', mean(active(slice))),
      fine('its deviation', deviation(active(slice))),
      bars(slice),
    ],
  },
  {
    key: 'upCapture',
    name: 'Up capture',
    definition: 'mean month / the benchmark’s, in months it rose',
    kind: 'ratio',
    about: 'benchmark',
    madeOf: (slice) => capture(slice, (r) => r > 0),
  },
  {
    key: 'downCapture',
    name: 'Down capture',
    definition: 'mean month / the benchmark’s, in months it fell',
    kind: 'ratio',
    about: 'benchmark',
    madeOf: (slice) => capture(slice, (r) => r < 0),
  },
];

/** The figure of that name; NaN where what was kept is older than the figure. */
export function figureOf(figures: Figures, { key, about }: FigureEntry): number {
  const value = about === 'benchmark' ? figures.benchmark[key as AgainstKey] : figures[key as OwnKey];
  return value ?? Number.NaN;
}

const entries = new Map(figureCatalogue.map((entry) => [entry.key, entry]));

/** The catalogue's entry of a figure. */
export function figureEntry(key: FigureKey): FigureEntry {
  return entries.get(key) as FigureEntry;
}

/** The figures that stand beside a result, in their order. */
export const headlineFigures: readonly FigureEntry[] = (
  [
    'endEquity',
    'cagr',
    'maxDrawdown',
    'longestDrawdownDays',
    'mar',
    'sharpe',
    'volatility',
    'exposure',
    'timeInMarket',
    'beta',
    'trades',
    'winRate',
    'payoff',
    'profitFactor',
    'expectancy',
    'expectancyByMoney',
  ] as const
).map(figureEntry);

/** The benchmark's figure of that name; undefined where holding has none. */
export function benchmarkFigureOf(
  { benchmark }: Figures,
  { key, about, ofHolding }: FigureEntry,
): number | undefined {
  return about === 'curve' ? benchmark[key as keyof typeof benchmark] : ofHolding;
}

/** An entry's definition for bars of which a year has so many: √252, √52 or √12. */
export function definitionOf({ definition }: FigureEntry, barsPerYear: number): string {
  return definition.replace('√ bars a year', `√${barsPerYear} (bars a year)`);
}

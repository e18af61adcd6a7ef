// Other names that traders know the catalogue's measures by. One table: the text's fault, the picker, the editor's completions,
// the shelf's search and the help read it. Rule text itself keeps to one name a thing.

interface Synonyms {
  /** the catalogue's phrase */
  readonly phrase: string;
  readonly names: readonly string[];
  /** what the name's customary value is of the measure's: a rate of change is told in percent, a return as a fraction */
  readonly times?: number;
}

const table: readonly Synonyms[] = [
  { phrase: 'average', names: ['SMA', 'MA', 'moving average', 'simple moving average', 'mean', 'avg'] },
  { phrase: 'exponential average', names: ['EMA', 'exponential moving average'] },
  { phrase: 'weighted average', names: ['WMA', 'weighted moving average'] },
  { phrase: 'Wilder average', names: ['RMA', 'SMMA', 'smoothed average', 'smoothed moving average'] },
  { phrase: 'double exponential average', names: ['DEMA'] },
  { phrase: 'triple exponential average', names: ['TEMA'] },
  { phrase: 'adaptive average', names: ['KAMA', 'adaptive moving average'] },
  { phrase: 'volume-weighted average', names: ['VWAP', 'VWMA'] },
  { phrase: 'money flow index', names: ['MFI'] },
  { phrase: 'RSI', names: ['relative strength index', 'relative strength'] },
  { phrase: 'return', names: ['ROC', 'rate of change', 'percent change'], times: 100 },
  { phrase: 'change', names: ['momentum', 'MOM'] },
  { phrase: 'ATR', names: ['average true range'] },
  { phrase: 'ADX', names: ['average directional index', 'trend strength'] },
  { phrase: 'plus DI', names: ['DI+', 'positive directional index'] },
  { phrase: 'minus DI', names: ['DI-', 'negative directional index'] },
  { phrase: 'stochastic', names: ['stoch', 'stochastics', 'stochastic oscillator'] },
  { phrase: 'Williams R', names: ['Williams %R', '%R', 'WPR'] },
  { phrase: 'upper band', names: ['bands', 'upper bollinger', 'deviation band'] },
  { phrase: 'lower band', names: ['bands', 'lower bollinger', 'deviation band'] },
  { phrase: 'band place', names: ['%B', 'percent B'] },
  { phrase: 'band width', names: ['bandwidth'] },
  { phrase: 'high', names: ['channel', 'upper channel', 'highest high', 'breakout', 'donchian high'] },
  { phrase: 'low', names: ['channel', 'lower channel', 'lowest low', 'breakdown', 'donchian low'] },
  { phrase: 'upper envelope', names: ['envelope', 'keltner'] },
  { phrase: 'lower envelope', names: ['envelope', 'keltner'] },
  { phrase: 'trend line', names: ['regression', 'linear regression', 'linreg', 'regression line'] },
  { phrase: 'slope', names: ['regression slope', 'trend slope'] },
  { phrase: 'trend fit', names: ['R squared', 'R2'] },
  { phrase: 'deviation', names: ['standard deviation', 'stdev', 'stddev', 'sigma'] },
  { phrase: 'volatility', names: ['historical volatility', 'HV'] },
  { phrase: 'z-score', names: ['z score', 'zscore'] },
  { phrase: 'largest drawdown', names: ['maximum drawdown', 'max drawdown'] },
  { phrase: 'streak', names: ['consecutive', 'consecutive closes', 'in a row'] },
  { phrase: 'run', names: ['consecutive', 'in a row'] },
  { phrase: 'count', names: ['how many', 'number of'] },
  { phrase: 'days since', names: ['bars since'] },
  { phrase: 'on-balance volume', names: ['OBV'] },
  { phrase: 'accumulation line', names: ['accumulation distribution', 'ADL'] },
  { phrase: 'volume flow', names: ['CMF', 'money flow'] },
  { phrase: 'relative volume', names: ['RVOL', 'volume ratio'] },
  { phrase: 'traded value', names: ['turnover', 'dollar volume', 'money volume'] },
  { phrase: 'internal bar strength', names: ['IBS'] },
  { phrase: 'bar range', names: ['range', 'daily range'] },
  { phrase: 'typical price', names: ['HLC3'] },
  { phrase: 'middle price', names: ['HL2', 'median price', 'mid price'] },
  { phrase: 'distance from high', names: ['off the high', 'pullback'] },
  { phrase: 'universe rank', names: ['rank', 'cross-sectional rank'] },
  { phrase: 'universe percentile', names: ['percentile', 'relative strength rank'] },
  { phrase: 'percent rank', names: ['percentrank', 'percentile of its own history'] },
  { phrase: 'efficiency ratio', names: ['ER'] },
];

/** Words that stand for several measures which mean different things: the trader must say which. */
const ambiguous: ReadonlyMap<string, readonly string[]> = new Map([
  ['vol', ['volume', '20-day volatility']],
  ['strength', ['14-day RSI', 'universe rank of 60-day return']],
]);

const byName = new Map<string, Synonyms[]>();
for (const entry of table) {
  for (const name of entry.names) {
    const key = name.toLowerCase();
    byName.set(key, [...(byName.get(key) ?? []), entry]);
  }
}
const namesOf = new Map(table.map(({ phrase, names }) => [phrase, names]));

/** The other names of a measure; none where it has only its own. */
export function otherNamesOf(phrase: string): readonly string[] {
  return namesOf.get(phrase) ?? [];
}

export interface Meant {
  readonly phrase: string;
  readonly times: number | undefined;
}

/** The measures that a name of the trade stands for, in any case; none when it is no such name. */
export function meantBy(name: string): readonly Meant[] {
  return (byName.get(name.toLowerCase()) ?? []).map(({ phrase, times }) => ({ phrase, times }));
}

/** What a word that means different things may mean; undefined for any other. */
export function readingsOf(word: string): readonly string[] | undefined {
  return ambiguous.get(word.toLowerCase());
}

/** Every name that stands for one measure alone, the longest first. */
export const plainNames: readonly string[] = [...byName]
  .filter(([, entries]) => entries.length === 1)
  .map(([name]) => name)
  .sort((a, b) => b.length - a.length);

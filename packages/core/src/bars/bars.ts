// Bars as columns (simulation.md 1.1).

/**
 * One instrument's bars, oldest first, days strictly rising, all columns of one length.
 * Prices are split-adjusted, in the account's currency; volume in shares, adjusted likewise.
 */
export interface BarColumns {
  readonly day: Int32Array;
  readonly open: Float64Array;
  readonly high: Float64Array;
  readonly low: Float64Array;
  readonly close: Float64Array;
  readonly volume: Float64Array;
  /** adjusted price / price as traded; 1 throughout when left out. */
  readonly factor?: Float64Array;
}

export interface Bars extends BarColumns {
  /** of weekly and monthly bars: the instrument's own first and last day in each */
  readonly sessions?: {
    readonly unit: 'week' | 'month';
    readonly first: Int32Array;
    readonly last: Int32Array;
  };
}

/** Everything a run may read: bars by symbol. */
export type Market = ReadonlyMap<string, Bars>;

/** Prices and factors are within these; what lies beyond is a slip, and would become 0 or infinite when worked with. */
const LEAST = 1e-9;
const GREATEST = 1e12;
const GREATEST_VOLUME = 1e18;

/** Whether a number can be a factor: adjusted price / price as traded. */
export function isSaneFactor(factor: number): boolean {
  return factor >= LEAST && factor <= GREATEST;
}

/** A fault in one bar, as a sentence; undefined when the bar is sound (simulation.md 1.1). */
export function faultInBar(
  open: number,
  high: number,
  low: number,
  close: number,
  volume: number,
): string | undefined {
  if (!(open > 0 && high > 0 && low > 0 && close > 0)) return 'a price is missing, zero or negative';
  if (!Number.isFinite(open + high + low + close)) return 'a price is not finite';
  for (const price of [open, high, low, close]) {
    if (!(price >= LEAST && price <= GREATEST)) return `the price ${price} is beyond any market’s`;
  }
  if (high < low) return `the high ${high} is below the low ${low}`;
  if (open > high || open < low) return `the open ${open} lies outside low ${low} to high ${high}`;
  if (close > high || close < low) return `the close ${close} lies outside low ${low} to high ${high}`;
  if (!(volume >= 0)) return 'the volume is missing or negative';
  if (volume > GREATEST_VOLUME) return `the volume ${volume} is beyond any market’s`;
  return undefined;
}

export interface BarFault {
  /** the place of the bar */
  readonly place: number;
  readonly message: string;
}

/** The bars that are not sound once they are adjusted, repaired or stored. */
export function faultsInBars(bars: Bars): BarFault[] {
  const { day, open, high, low, close, volume, factor } = bars;
  const faults: BarFault[] = [];
  for (let i = 0; i < day.length; i++) {
    const message =
      faultInBar(open[i]!, high[i]!, low[i]!, close[i]!, volume[i]!) ??
      (factor && !isSaneFactor(factor[i]!) ? `the factor ${factor[i]} is beyond any split’s` : undefined) ??
      (i > 0 && !(day[i]! > day[i - 1]!) ? 'its day does not come after the one before' : undefined);
    if (message) faults.push({ place: i, message });
  }
  return faults;
}

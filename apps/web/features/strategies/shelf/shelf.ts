// Ready sheets to begin from: each an idea, what it needs and how it fails, and its rules as a strategy file holds them.

export interface ShelfSheet {
  readonly name: string;
  readonly style: string;
  /** the idea, what it needs, how it fails */
  readonly about: string;
  /** a strategy file without its format */
  readonly strategy: Readonly<Record<string, unknown>>;
}

const tenSlots = {
  size: { method: 'equal-slots' },
  limits: { positions: 10 },
  costs: { commission: { fixed: 1 }, slippage: 3 },
};
const dial = (value: number, from: number, to: number, step: number) => ({ value, from, to, step });
const fairWeather = 'on benchmark (close is above 150-day average)';

export const shelf: readonly ShelfSheet[] = [
  {
    name: 'Two tides',
    style: 'average cross',
    about:
      'Holds while the quicker average stands above the slower, to be in for the long moves and out of the long falls. It needs trends of months. It fails in sideways years, when each cross is taken back at a loss, and always gives back the last part of a move.',
    strategy: {
      dials: { quick: dial(30, 10, 60, 5), slow: dial(90, 60, 200, 10) },
      long: {
        enter: '{quick}-day average crosses above {slow}-day average',
        exit: '{quick}-day average crosses below {slow}-day average',
        rank: { by: '{slow}-day return', first: 'highest' },
      },
      ...tenSlots,
    },
  },
  {
    name: 'Above the long line',
    style: 'price against a long average',
    about:
      'Holds what closes above its average of most of a year, the strongest first. It needs few decisions and long spells. It fails at turns, where it sells late, and around the line itself, where it pays costs for nothing.',
    strategy: {
      dials: { line: dial(190, 100, 250, 10) },
      long: {
        enter: 'close crosses above {line}-day average',
        exit: 'close crosses below {line}-day average',
        rank: { by: '120-day return', first: 'highest' },
      },
      ...tenSlots,
    },
  },
  {
    name: 'New ground in fair weather',
    style: 'breakout with market filter and volatility trail',
    about:
      'Buys a close above everything of the last months while the whole market stands above its own average, and follows with a stop some true ranges below. It needs a market that carries breakouts on. It fails when most of them fall back at once, and in quiet markets where the trail is too wide to save much.',
    strategy: {
      dials: { reach: dial(70, 20, 150, 10), room: dial(4, 2, 8, 0.25) },
      long: {
        enter: `close > prior {reach}-day high and ${fairWeather}`,
        exit: 'never',
        rank: { by: '100-day return', first: 'highest' },
        stops: { trail: { level: 'close - {room} * 20-day ATR' } },
      },
      ...tenSlots,
    },
  },
  {
    name: 'Dip in a rising field',
    style: 'pullback out of a short oscillator',
    about:
      'Buys a sharp dip in what is rising over the long run and sells into the first strength. It needs buyers who come back within days. It fails when the dip is the start of a fall: many small wins stand against a few large losses.',
    strategy: {
      dials: { weak: dial(12, 5, 30, 1), strong: dial(60, 40, 80, 5) },
      long: {
        enter: 'close > 180-day average and 3-day RSI < {weak}',
        exit: '3-day RSI > {strong}',
        rank: { by: '3-day RSI', first: 'lowest' },
        stops: { bars: 12 },
      },
      ...tenSlots,
    },
  },
  {
    name: 'Low tide to high tide',
    style: 'lowest close to highest close',
    about:
      'Buys the lowest close of some days in a rising instrument and sells the highest close of as many. It needs swings within a trend. It fails when a low is followed by lower ones, for nothing ends the trade but strength.',
    strategy: {
      dials: { days: dial(8, 3, 15, 1) },
      long: {
        enter: 'close is the lowest of {days} days and close > 160-day average',
        exit: 'close is the highest of {days} days',
        rank: { by: '{days}-day return', first: 'lowest' },
      },
      ...tenSlots,
    },
  },
  {
    name: 'Gap with the current',
    style: 'gap with trend',
    about:
      'Buys what opens well above the day before, holds its gain to the close and was rising already. It needs news that is worth more than its first price. It fails when the gap is all there was; time and a close stop end it.',
    strategy: {
      dials: { size: dial(2, 1, 5, 0.25) },
      long: {
        enter: 'gap * 100 > {size} and close > open and close > 60-day average',
        exit: 'never',
        rank: { by: 'gap', first: 'highest' },
        stops: { initial: { percent: 6 }, bars: 9 },
      },
      ...tenSlots,
    },
  },
  {
    name: 'Fading the squall',
    style: 'short after a violent run-up, time exit',
    about:
      'Sells short what has run up violently within days and buys it back after a week. It needs excess that is given back, and shares to borrow. It fails badly when the run goes on: a loss has no limit but the stop, and borrowing costs are often highest just here.',
    strategy: {
      dials: { rise: dial(18, 10, 40, 2) },
      short: {
        enter: '6-day return * 100 > {rise}',
        exit: 'never',
        rank: { by: '6-day return', first: 'highest' },
        stops: { initial: { percent: 15 }, bars: 5 },
      },
      size: { method: 'percent-of-equity', percent: 5 },
      limits: { positions: 10 },
      costs: { commission: { fixed: 1 }, slippage: 5, borrowRate: 4 },
    },
  },
  {
    name: 'Off the lower band',
    style: 'band bounce',
    about:
      'Buys a close below the lower band of a rising instrument and sells at the middle. It needs overshooting that is put right. It fails when volatility itself is rising, for then the band runs away below.',
    strategy: {
      dials: { width: dial(2.2, 1.5, 3, 0.1) },
      long: {
        enter: 'close < 25-day lower band at {width} and close > 200-day average',
        exit: 'close > 25-day average',
        rank: { by: '25-day z-score', first: 'lowest' },
        stops: { bars: 20 },
      },
      ...tenSlots,
    },
  },
  {
    name: 'The money turns',
    style: 'money flow turn with slope filter and strength exit',
    about:
      'Buys when money flows back into what still slopes upward and sells when the flow is strong. It needs volumes that mean something. It fails in thin instruments, and when the slope turns between entry and exit.',
    strategy: {
      dials: { low: dial(28, 15, 40, 1), high: dial(74, 60, 90, 2) },
      long: {
        enter: '17-day money flow index crosses above {low} and 70-day slope > 0',
        exit: '17-day money flow index > {high}',
        rank: { by: '70-day slope / close', first: 'highest' },
        stops: { initial: { percent: 12 }, bars: 60 },
      },
      ...tenSlots,
    },
  },
  {
    name: 'Converging lines',
    style: 'moving average convergence cross',
    about:
      'Buys when the difference of two exponential averages turns up through its own average while still below zero, and sells when it turns down. It needs swings of several weeks. It fails in steady trends, which it sells too soon, and in noise, where it turns every few days.',
    strategy: {
      long: {
        enter: '14/30-day MACD crosses above 14/30/10-day MACD signal and 14/30-day MACD < 0',
        exit: '14/30-day MACD crosses below 14/30/10-day MACD signal',
        rank: { by: '14/30-day MACD / close', first: 'lowest' },
      },
      ...tenSlots,
    },
  },
  {
    name: 'Monthly relay',
    style: 'momentum rotation',
    about:
      'At each month’s end holds the strongest of the last half year, and keeps them while they stay near the top. It needs strength that lasts for months. It fails at the turn of a long rise, when what was strongest falls most.',
    strategy: {
      dials: { look: dial(130, 60, 250, 10) },
      long: {
        enter: '{look}-day return > 0',
        rank: { by: '{look}-day return', first: 'highest' },
        rotate: { review: 'month-end', hold: 8, keep: 14 },
      },
      size: { method: 'equal-slots' },
      costs: { commission: { fixed: 1 }, slippage: 3 },
    },
  },
  {
    name: 'Quiet climbers',
    style: 'quiet uptrend rotation with gauge filter',
    about:
      'Each week holds the calmest of what is rising, while the market’s own gauge of fear is low. It needs calm that goes on. It lags in wild rises, and exits only at the week’s end when a fall begins.',
    strategy: {
      dials: { fear: dial(30, 15, 50, 1) },
      long: {
        enter: 'close > 120-day average and on SWELL (close < {fear})',
        rank: { by: '60-day volatility', first: 'lowest' },
        rotate: { review: 'week-end', hold: 10, keep: 16 },
      },
      ...tenSlots,
      // As many slots as it holds.
      limits: {},
    },
  },
  {
    name: 'The year’s summit',
    style: 'long-high breakout with level trail',
    about:
      'Buys the highest close of about a year and stays until the low of some weeks is broken. It needs few, long moves that pay for many small losses. It fails in years without them, and the win rate is hard to live with.',
    strategy: {
      dials: { summit: dial(240, 100, 300, 20), floor: dial(55, 20, 100, 5) },
      long: {
        enter: 'close is the highest of {summit} days',
        exit: 'never',
        rank: { by: '{summit}-day return', first: 'highest' },
        stops: { trail: { level: '{floor}-day low' } },
      },
      ...tenSlots,
    },
  },
  {
    name: 'After falling days',
    style: 'after n down days',
    about:
      'Buys after several lower closes in a row in a rising instrument and sells on the first close above a short average. It needs tired sellers. It fails in falls that feed on themselves; few of its days are invested, so costs weigh.',
    strategy: {
      dials: { days: dial(4, 2, 8, 1) },
      long: {
        enter: '-streak >= {days} and close > 150-day average',
        exit: 'close > 4-day average',
        rank: { by: '5-day return', first: 'lowest' },
        stops: { bars: 10 },
      },
      ...tenSlots,
    },
  },
  {
    name: 'Blindfold',
    style: 'random entries with a volatility trail',
    about:
      'Buys at random and follows with a stop some true ranges below: the null that a rule of entry must beat. What it earns is the market’s own drift and the trail’s doing. Turn the seed to see how much chance alone changes.',
    strategy: {
      dials: { room: dial(4, 2, 8, 0.25) },
      long: {
        enter: 'random < 1%',
        exit: 'never',
        rank: { by: 'random', first: 'highest' },
        stops: { trail: { level: 'close - {room} * 20-day ATR' } },
      },
      ...tenSlots,
    },
  },
  {
    name: 'Both banks of the river',
    style: 'both sides, always in the market',
    about:
      'Long above a long average and short below it, so that there is always a side. It needs falls as long as rises. It fails because markets rise more than they fall: look at the shorts alone before you believe the whole.',
    strategy: {
      dials: { line: dial(110, 50, 250, 10) },
      long: {
        enter: 'close > {line}-day average',
        exit: 'close < {line}-day average',
        rank: { by: '60-day return', first: 'highest' },
      },
      short: {
        enter: 'close < {line}-day average',
        exit: 'close > {line}-day average',
        rank: { by: '60-day return', first: 'lowest' },
      },
      size: { method: 'percent-of-equity', percent: 10 },
      limits: { positions: 10 },
      costs: { commission: { fixed: 1 }, slippage: 3, borrowRate: 2 },
    },
  },
  {
    name: 'Weekly stride',
    style: 'weekly bars, trend',
    about:
      'Looks once a week: buys the highest close of some months and exits below a shorter average. It needs patience and little time. It fails as all slow rules do, late at both ends.',
    strategy: {
      bars: 'week',
      dials: { stride: dial(22, 10, 50, 2) },
      long: {
        enter: 'close is the highest of {stride} weeks',
        exit: 'close < 16-week average',
        rank: { by: '{stride}-week return', first: 'highest' },
      },
      ...tenSlots,
    },
  },
  {
    name: 'Turn of the month',
    style: 'calendar',
    about:
      'Buys rising instruments near the month’s end for a few days, when savings are said to come in. It needs a habit of others that lasts. It fails silently: test it beside the same days shifted by a week before you trust it.',
    strategy: {
      dials: { day: dial(19, 1, 21, 1) },
      long: {
        enter: 'trading day of month = {day} and close > 100-day average',
        exit: 'never',
        rank: { by: '20-day return', first: 'highest' },
        stops: { bars: 5 },
      },
      ...tenSlots,
    },
  },
];

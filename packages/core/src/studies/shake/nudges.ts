// The nudges of a shake, each by a seed of its own: what a nudge draws is the same alone and together with the others.

import type { Bars, Market } from '../../bars/bars.ts';
import type { Universe } from '../../evaluation/panel.ts';
import { normalDraws } from '../../numeric/normal-draws.ts';
import { createRandom, hashText } from '../../numeric/random.ts';
import type { RunRequest } from '../../simulation/request.ts';
import type { Side, Strategy } from '../../strategy/strategy.ts';
import { NUDGES, type Nudge } from '../study.ts';

/** Days that a start is moved by, at most. */
const MOST_START = 250;
/** The share of instruments that stay, and of candidates that are overlooked. */
const KEPT = 0.7;
const OVERLOOKED = 0.1;
/** The deviation of a price, as a share of its bar's true range. */
const JITTER = 0.05;

/** These draw nothing: repeated, they would be the same run. */
export const DRAWS_NOTHING: ReadonlySet<Nudge> = new Set(['late', 'slippage']);

/** What is done at once: one nudge, or all there are. */
const nudgesIn = (nudge: Nudge): readonly Exclude<Nudge, 'all'>[] =>
  nudge === 'all' ? NUDGES.filter((one) => one !== 'all') : [nudge];

const seedOf = (nudge: Nudge, seed: number, repetition: number): number =>
  hashText(`${nudge} ${seed} ${repetition}`);

/** A number from 0 up to 1, without it. */
const drawn = (seed: number): number => createRandom(seed)() / 4294967296;

/** What a run of a nudged strategy reads. */
export interface Nudged {
  readonly request: RunRequest;
  readonly universe: Universe;
  /** whether its bars are to be moved, and by which seed */
  readonly jitter: number | undefined;
}

/** @param calendar the days of the run as it is */
export function nudged(
  request: RunRequest,
  universe: Universe,
  calendar: Int32Array,
  { nudge, seed, repetition }: { readonly nudge: Nudge; readonly seed: number; readonly repetition: number },
): Nudged {
  const own = (one: Nudge): number => seedOf(one, seed, repetition);
  let so: Nudged = { request, universe, jitter: undefined };
  const change = (part: Partial<Strategy>): void => {
    so = { ...so, request: { ...so.request, strategy: { ...so.request.strategy, ...part } } };
  };
  for (const one of nudgesIn(nudge)) {
    const { strategy } = so.request;
    switch (one) {
      case 'start': {
        // Two days at least are left to run.
        const most = Math.max(0, Math.min(MOST_START, calendar.length - 2));
        so = { ...so, request: { ...so.request, from: calendar[Math.floor(drawn(own(one)) * (most + 1))]! } };
        break;
      }
      case 'universe':
        so = { ...so, universe: someOf(universe, own(one)) };
        break;
      case 'overlooked':
        change({ seed: own(one), ...withSides(strategy, overlooking) });
        break;
      case 'late':
        so = { ...so, request: { ...so.request, late: true } };
        break;
      case 'slippage':
        change({ costs: slippingTwice(strategy.costs) });
        break;
      case 'bars':
        so = { ...so, jitter: own(one) };
        break;
      case 'order':
        change({ seed: own(one), ...withSides(strategy, inRandomOrder) });
    }
  }
  return so;
}

function withSides(
  { long, short }: Strategy,
  change: (side: Side) => Side,
): Pick<Strategy, 'long' | 'short'> {
  return { ...(long && { long: change(long) }), ...(short && { short: change(short) }) };
}

const overlooking = (side: Side): Side => ({
  ...side,
  enter: `(${side.enter}\n) and random >= ${OVERLOOKED}`,
});

const inRandomOrder = (side: Side): Side => ({ ...side, rank: { by: 'random', first: 'highest' } });

/** A random part of the instruments, with all spells of each; one at least. */
function someOf(universe: Universe, seed: number): Universe {
  const symbols = [...new Set(universe.map(({ symbol }) => symbol))].sort();
  const next = createRandom(seed);
  // Fisher and Yates: the first places of a random order.
  for (let k = symbols.length - 1; k > 0; k--) {
    const j = Math.floor((next() / 4294967296) * (k + 1));
    const other = symbols[j]!;
    symbols[j] = symbols[k]!;
    symbols[k] = other;
  }
  const kept = new Set(symbols.slice(0, Math.max(1, Math.round(symbols.length * KEPT))));
  return universe.filter(({ symbol }) => kept.has(symbol));
}

/** The market with the bars of the universe's instruments moved a little, each by its own draws. */
export function jittered(market: Market, universe: Universe, seed: number): Market {
  const symbols = new Set(universe.map(({ symbol }) => symbol));
  return new Map(
    [...market].map(([symbol, bars]) => [
      symbol,
      symbols.has(symbol) ? movedBars(bars, hashText(`${symbol} ${seed}`)) : bars,
    ]),
  );
}

/** Each price moved by a normal draw of a twentieth of its bar's true range, and the bar kept one. */
export function movedBars(bars: Bars, seed: number): Bars {
  const draw = normalDraws(seed);
  const { high, low, close } = bars;
  const out = {
    ...bars,
    open: bars.open.slice(),
    high: high.slice(),
    low: low.slice(),
    close: close.slice(),
  };
  for (let i = 0; i < close.length; i++) {
    const before = i > 0 ? close[i - 1]! : close[i]!;
    const range = JITTER * (Math.max(high[i]!, before) - Math.min(low[i]!, before));
    // A price stays a price: no draw takes more than half of it.
    const moved = (price: number): number => Math.max(price / 2, price + range * draw());
    const o = moved(bars.open[i]!);
    const h = moved(high[i]!);
    const l = moved(low[i]!);
    const c = moved(close[i]!);
    out.open[i] = o;
    out.close[i] = c;
    out.high[i] = Math.max(o, h, l, c);
    out.low[i] = Math.min(o, h, l, c);
  }
  return out;
}

function slippingTwice(costs: Strategy['costs']): Strategy['costs'] {
  const { slippage, exit } = costs;
  return {
    ...costs,
    slippage: 2 * slippage,
    ...(exit && { exit: { ...exit, slippage: 2 * exit.slippage } }),
  };
}

// What the longs and the shorts of one account made, each by itself.

import { LEDGER_KINDS, type Ledger, type Marks, type Trade } from '../simulation/records.ts';
import { type CurveFigures, curveFigures } from './curve-figures.ts';
import { drawdownsOf } from './drawdown.ts';
import { type TradeFigures, tradeFigures } from './trade-figures.ts';

/** One side as if the other had never been held: the capital with what its own positions made of it. */
interface SideRun {
  readonly equity: Float64Array;
  readonly drawdown: Float64Array;
  readonly figures: CurveFigures & TradeFigures;
}

export interface SidesApart {
  readonly long: SideRun;
  readonly short: SideRun;
}

const TRADE = LEDGER_KINDS.indexOf('trade');
const COMMISSION = LEDGER_KINDS.indexOf('commission');
const BORROW = LEDGER_KINDS.indexOf('borrow');

/**
 * What each side had made by each mark: the worth of its positions and all cash that went in or out for them, commissions and
 * borrowing too. Interest on cash is neither side's, so both with it and the capital are the account's equity.
 */
export function profitsBySide(marks: Marks, ledger: Ledger): { long: Float64Array; short: Float64Array } {
  const { day } = marks;
  const size = day.length;
  const out = { long: new Float64Array(size), short: new Float64Array(size) };
  const held = new Map<number, number>();
  const sideOf = new Map<number, 1 | -1>();
  let [long, short] = [0, 0];
  let row = 0;
  for (let t = 0; t < size; t++) {
    for (; row < ledger.day.length && ledger.day[row]! <= day[t]!; row++) {
      const kind = ledger.kind[row]!;
      if (kind !== TRADE && kind !== COMMISSION && kind !== BORROW) continue;
      // A part's position in an instrument is of one side at a time; a commission follows its order.
      const position = (ledger.part[row]! + 1) * 1_000_000 + ledger.instrument[row]!;
      if (kind === TRADE) {
        const before = held.get(position) ?? 0;
        const shares = ledger.shares[row]!;
        sideOf.set(position, (before !== 0 ? before : shares) > 0 ? 1 : -1);
        held.set(position, isNone(before + shares, shares) ? 0 : before + shares);
      }
      const isShort = kind === BORROW || sideOf.get(position) === -1;
      if (isShort) short += ledger.amount[row]!;
      else long += ledger.amount[row]!;
    }
    out.long[t] = long + marks.long[t]!;
    out.short[t] = short - marks.short[t]!;
  }
  return out;
}

/** What is left of a position is rounding, and none. */
const isNone = (left: number, traded: number): boolean => Math.abs(left) <= 1e-9 * Math.abs(traded);

/** Both sides of an account that trades both. @param riskFree the risk-free return of each step */
export function sidesApart(
  marks: Marks,
  ledger: Ledger,
  trades: readonly Trade[],
  riskFree: Float64Array,
  barsPerYear: number,
): SidesApart {
  const capital = ledger.amount[0]!;
  const profits = profitsBySide(marks, ledger);
  const side = (name: 'long' | 'short'): SideRun => {
    const equity = profits[name].map((profit) => capital + profit);
    // As of the whole account, what fills at the first close costs within the first return.
    equity[0] = capital;
    return {
      equity,
      drawdown: drawdownsOf(equity),
      figures: {
        ...curveFigures(marks.day, equity, riskFree, barsPerYear),
        ...tradeFigures(trades.filter((trade) => trade.side === name)),
      },
    };
  };
  return { long: side('long'), short: side('short') };
}

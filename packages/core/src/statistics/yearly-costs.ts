// What trading cost a year, as a share of the account.

import { LEDGER_KINDS, type Ledger, type Marks } from '../simulation/records.ts';
import { mean } from './moments.ts';

/** Fractions of the mean equity a year. */
export interface YearlyCosts {
  readonly commission: number;
  /** what fills lay away from the prices on the bar */
  readonly slippage: number;
  /** interest paid and borrowed shares, less nothing for interest earned */
  readonly financing: number;
}

const kindOf = (name: (typeof LEDGER_KINDS)[number]): number => LEDGER_KINDS.indexOf(name);
const TRADE = kindOf('trade');
const COMMISSION = kindOf('commission');
const INTEREST = kindOf('interest');
const BORROW = kindOf('borrow');

/** @param slippage basis points of the price, as on the strategy: a fill lies at price * (1 ± slippage) (simulation.md 6) */
export function yearlyCosts(marks: Marks, ledger: Ledger, slippage: number): YearlyCosts {
  const rate = slippage / 10_000;
  let commission = 0;
  let slipped = 0;
  let financing = 0;
  for (let i = 0; i < ledger.amount.length; i++) {
    const amount = ledger.amount[i];
    switch (ledger.kind[i]) {
      case TRADE:
        slipped += (Math.abs(amount) * rate) / (1 + (ledger.shares[i] > 0 ? rate : -rate));
        break;
      case COMMISSION:
        commission -= amount;
        break;
      case INTEREST:
        financing += Math.max(0, -amount);
        break;
      case BORROW:
        financing -= amount;
        break;
    }
  }
  const years = (marks.day[marks.day.length - 1] - marks.day[0]) / 365.25;
  const share = (sum: number): number => sum / years / mean(marks.equity);
  return { commission: share(commission), slippage: share(slipped), financing: share(financing) };
}

// What the size on a sheet came to in money.

import type { Marks, Trade } from '../simulation/records.ts';

export interface SizeExample {
  readonly trade: Trade;
  /** the account at the close on which the entry was decided */
  readonly equity: number;
  /** what was bought or sold short, in money */
  readonly value: number;
  /** value / equity */
  readonly share: number;
}

export interface SizesTaken {
  /** the latest entry; undefined without trades */
  readonly latest: SizeExample | undefined;
  /** the largest share of the account that one entry took; NaN without trades */
  readonly largestShare: number;
}

/** @param trades closed and open */
export function sizesTaken({ day, equity }: Marks, trades: readonly Trade[]): SizesTaken {
  let latest: SizeExample | undefined;
  let largestShare = Number.NaN;
  const placeOf = new Map(Array.from(day, (d, i) => [d, i] as const));
  for (const trade of trades) {
    const account = equity[placeOf.get(trade.decisionDay) ?? -1]!;
    const value = trade.shares * trade.entryPrice;
    const share = value / account;
    if (!(share <= largestShare)) largestShare = share;
    if (!latest || trade.decisionDay >= latest.trade.decisionDay) {
      latest = { trade, equity: account, value, share };
    }
  }
  return { latest, largestShare };
}

// What is opened over a result, a trade or a day, as the address names it.

import { dayFromIso, isoFromDay, type ShownRun, type Trade } from '@plateau/core';
import { useCallback, useMemo, useState } from 'react';
import type { AccountCurve } from './instrument-rows.ts';
import { tradeName } from './trade-name.ts';

/** What of the address names it. */
export interface InspectedAddress {
  readonly trade: string | null;
  readonly day: string | null;
}
type Go = (to: Partial<Record<keyof InspectedAddress, string>>, history?: 'push' | 'replace') => void;

/** A run's trades, or a blend's. */
export type Inspectable = Pick<ShownRun, 'trades' | 'openTrades'> & {
  readonly marks: AccountCurve;
};

const NONE: readonly Trade[] = [];
const NO_CURVE: AccountCurve = { day: new Int32Array(0), equity: new Float64Array(0) };

/**
 * @param run undefined until it is there
 * @param go puts what is given into the address, and takes out what is not
 */
export function useInspection(run: Inspectable | undefined, place: InspectedAddress, go: Go) {
  const [shown, setShown] = useState<readonly Trade[]>();
  const every = useMemo(() => (run ? [...run.trades, ...run.openTrades] : NONE), [run]);
  const account: AccountCurve = run?.marks ?? NO_CURVE;
  const trade = place.trade === null ? undefined : every.find((one) => tradeName(one) === place.trade);
  // A list from a table that has changed since may not hold the trade any more.
  const list = shown && trade && shown.includes(trade) ? shown : every;
  const day = run && !trade && place.day !== null ? dayFromIso(place.day) : undefined;
  return {
    trade,
    day,
    /** what next and previous step through */
    list,
    /** all trades, and the account's curve */
    every,
    account,
    isOpen: trade !== undefined || day !== undefined,
    openTrade: useCallback(
      (one: Trade, rows: readonly Trade[]): void => {
        setShown(rows);
        go({ trade: tradeName(one) });
      },
      [go],
    ),
    stepTo: (one: Trade): void => go({ trade: tradeName(one) }, 'replace'),
    openHeld: (symbol: string, side: 'long' | 'short', entryDay: number, part = 0): void =>
      go({ trade: tradeName({ part, symbol, side, entryDay }) }),
    openDay: useCallback((one: number): void => go({ day: isoFromDay(one) }), [go]),
    stepToDay: (one: number): void => go({ day: isoFromDay(one) }, 'replace'),
    back: (): void => go({}),
  };
}

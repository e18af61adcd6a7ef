// What is opened over a report, a trade or a day, as the address names it.

import { dayFromIso, isoFromDay, type ShownRun, type Trade } from '@plateau/core';
import { useCallback, useState } from 'react';
import { type Address, useAddress } from './use-address.ts';

const NONE: readonly Trade[] = [];

/** A trade's name in the address; of a blend, its part stands behind it, where that is not the first. */
const nameOf = ({
  part,
  symbol,
  side,
  entryDay,
}: Pick<Trade, 'part' | 'symbol' | 'side' | 'entryDay'>): string =>
  `${symbol}.${side}.${isoFromDay(entryDay)}${part > 0 ? `.${part + 1}` : ''}`;

/** @param run undefined until it has been run again */
export function useReportPlace(id: string, run: Pick<ShownRun, 'trades' | 'openTrades'> | undefined) {
  const [place, goTo] = useAddress();
  const go = useCallback(
    (parts: Address, how?: 'push' | 'replace'): void => goTo({ run: id, ...parts }, how),
    [goTo, id],
  );
  const [shown, setShown] = useState<readonly Trade[]>();
  const every = run ? [...run.trades, ...run.openTrades] : NONE;
  const trade = place.trade === null ? undefined : every.find((one) => nameOf(one) === place.trade);
  // A list from a table that has changed since may not hold the trade any more.
  const list = shown && trade && shown.includes(trade) ? shown : every;
  const day = run && !trade && place.day !== null ? dayFromIso(place.day) : undefined;
  return {
    trade,
    day,
    /** what next and previous step through */
    list,
    isOpen: trade !== undefined || day !== undefined,
    openTrade: useCallback(
      (one: Trade, rows: readonly Trade[]): void => {
        setShown(rows);
        go({ trade: nameOf(one) });
      },
      [go],
    ),
    stepTo: (one: Trade): void => go({ trade: nameOf(one) }, 'replace'),
    openHeld: (symbol: string, side: 'long' | 'short', entryDay: number, part = 0): void =>
      go({ trade: nameOf({ part, symbol, side, entryDay }) }),
    openDay: useCallback((one: number): void => go({ day: isoFromDay(one) }), [go]),
    stepToDay: (one: number): void => go({ day: isoFromDay(one) }, 'replace'),
    back: (): void => go({}),
  };
}

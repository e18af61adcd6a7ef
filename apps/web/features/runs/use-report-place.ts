// What is opened over a report, a trade or a day, as the address names it.

import { dayFromIso, isoFromDay, type Trade } from '@plateau/core';
import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { ShownRun } from '@/workers/engine.worker.ts';

type Place = Readonly<Record<string, string>>;

const NONE: readonly Trade[] = [];

const nameOf = ({ symbol, side, entryDay }: Pick<Trade, 'symbol' | 'side' | 'entryDay'>): string =>
  `${symbol}.${side}.${isoFromDay(entryDay)}`;

/** @param run undefined until it has been run again */
export function useReportPlace(id: string, run: ShownRun | undefined) {
  const [place, go] = usePlace(id);
  const [shown, setShown] = useState<readonly Trade[]>();
  const every = run ? [...run.trades, ...run.openTrades] : NONE;
  const trade = place.trade === undefined ? undefined : every.find((one) => nameOf(one) === place.trade);
  // A list from a table that has changed since may not hold the trade any more.
  const list = shown && trade && shown.includes(trade) ? shown : every;
  const day = run && !trade && place.day !== undefined ? dayFromIso(place.day) : undefined;
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
    stepTo: (one: Trade): void => go({ trade: nameOf(one) }, 'replaceState'),
    openHeld: (symbol: string, side: 'long' | 'short', entryDay: number): void =>
      go({ trade: nameOf({ symbol, side, entryDay }) }),
    openDay: useCallback((one: number): void => go({ day: isoFromDay(one) }), [go]),
    stepToDay: (one: number): void => go({ day: isoFromDay(one) }, 'replaceState'),
    back: (): void => go({}),
  };
}

/**
 * The address's own parts, known at once when they are changed from here: the router tells of a change a moment later,
 * which a held key would outrun. No server is asked, for the page is the same one.
 */
function usePlace(id: string) {
  const search = useSearchParams();
  const [place, setPlace] = useState<Place>(() => Object.fromEntries(search));
  /** what was written here and has not come back through the router yet */
  const written = useRef<string[]>([]);
  useEffect(() => {
    const query = search.toString();
    const known = written.current.indexOf(query);
    if (known >= 0) written.current.splice(0, known + 1);
    else setPlace(Object.fromEntries(search));
  }, [search]);
  const go = useCallback(
    (parts: Place, how: 'pushState' | 'replaceState' = 'pushState'): void => {
      const query = new URLSearchParams({ run: id, ...parts }).toString();
      written.current.push(query);
      setPlace(parts);
      window.history[how](null, '', `/runs?${query}`);
    },
    [id],
  );
  return [place, go] as const;
}

// How a table of trades is filtered, grouped and sorted, as the address names it.

import { TRADE_GROUPINGS } from '@plateau/core';
import { parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { sortingFrom, sortingText } from '@/ui/sorting.ts';

const PARTS = {
  filter: parseAsString.withDefault(''),
  by: parseAsStringLiteral(TRADE_GROUPINGS),
  sort: parseAsString.withDefault(''),
};

/** Typing a filter and turning an order are no steps that Back takes back: they are where one is. */
export function useTradesInAddress() {
  const [{ filter, by, sort }, set] = useQueryStates(PARTS, { history: 'replace' });
  return {
    filter,
    setFilter: (text: string): void => void set({ filter: text }),
    by: by ?? ('' as const),
    setBy: (next: typeof by | ''): void => void set({ by: next === '' ? null : next }),
    sorting: {
      sortedBy: sortingFrom(sort),
      onSort: (next: ReturnType<typeof sortingFrom>): void => void set({ sort: sortingText(next) }),
    },
  } as const;
}

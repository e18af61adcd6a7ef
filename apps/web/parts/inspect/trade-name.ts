// How the address names a trade.

import { isoFromDay, type Trade } from '@plateau/core';

/** A trade's name in the address; of a blend, its part stands behind it, where that is not the first. */
export const tradeName = ({
  part,
  symbol,
  side,
  entryDay,
}: Pick<Trade, 'part' | 'symbol' | 'side' | 'entryDay'>): string =>
  `${symbol}.${side}.${isoFromDay(entryDay)}${part > 0 ? `.${part + 1}` : ''}`;

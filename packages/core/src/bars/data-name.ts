// A short name for the data a run may read.

import type { Universe } from '../evaluation/panel.ts';
import { fingerprint, utf8 } from '../numeric/fingerprint.ts';
import type { Market } from './bars.ts';
import { BAR_VALUES } from './columns.ts';

/** The same bars of these symbols and the same memberships, the same name. */
export function dataName(market: Market, universe: Universe, symbols: readonly string[]): string {
  const parts = [...symbols].sort().map((symbol) => {
    const bars = market.get(symbol);
    const names = (['day', ...BAR_VALUES, 'factor'] as const).map((key) => {
      const column = bars?.[key];
      // Copied, for the bytes of shared memory cannot be looked at in place.
      return column ? fingerprint(new Uint8Array(column.slice().buffer)) : '-';
    });
    return `${symbol} ${names.join(' ')}`;
  });
  const members = universe.map(({ symbol, from, to, group }) => `${symbol} ${from} ${to} ${group}`);
  return fingerprint(utf8([...parts, ...members].join('\n')));
}

// The name of the data a run may read, the same in the page and without it: a SHA-256.

import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import type { Universe } from '../evaluation/panel.ts';
import { utf8 } from '../numeric/fingerprint.ts';
import type { Bars, Market } from './bars.ts';
import { BAR_VALUES } from './columns.ts';

// Bars never change once they are made; universes that share them need not read them again.
const known = new WeakMap<Bars, string>();

function nameOfBars(bars: Bars): string {
  const before = known.get(bars);
  if (before !== undefined) return before;
  const hash = sha256.create();
  for (const key of ['day', ...BAR_VALUES, 'factor'] as const) {
    const column = bars[key];
    hash.update(utf8(`${key} ${column ? column.length : 'none'}\n`));
    // Copied, for the bytes of shared memory cannot be looked at in place.
    if (column) hash.update(new Uint8Array(column.slice().buffer));
  }
  const name = bytesToHex(hash.digest());
  known.set(bars, name);
  return name;
}

/**
 * 64 hexadecimal digits: the same bars of these symbols and the same memberships have the same name, in whatever order
 * they are given.
 */
export function dataName(market: Market, universe: Universe, symbols: readonly string[]): string {
  const bars = [...symbols].sort().map((symbol) => {
    const its = market.get(symbol);
    return `${symbol} ${its ? nameOfBars(its) : '-'}`;
  });
  const members = universe.map(
    ({ symbol, from, to, group }) => `${symbol} ${from ?? ''} ${to ?? ''} ${group ?? ''}`,
  );
  return bytesToHex(sha256(utf8([...bars, '', ...members.sort()].join('\n'))));
}

/** One name for what several name, in their order; of one it is its own. */
export function nameOfNames(names: readonly string[]): string {
  const [first, ...more] = names;
  return first !== undefined && more.length === 0 ? first : bytesToHex(sha256(utf8(names.join('\n'))));
}

// Sizes that a trader would hardly have meant.

import type { Strategy } from './strategy.ts';

export type SizeWarning =
  /** one position may take so many percent of the account */
  | { readonly kind: 'one-takes-all'; readonly percent: number }
  /** all slots together ask for so many percent of what the account can carry */
  | { readonly kind: 'more-than-account'; readonly percent: number }
  /** a rotation holds fewer than the slots that money is divided by */
  | { readonly kind: 'idle-slots'; readonly hold: number; readonly slots: number; readonly percent: number }
  | { readonly kind: 'risk-without-stop'; readonly side: 'long' | 'short' };

/** The share of the account, in percent, at which one position is as good as all of it. */
const ALL = 90;

/**
 * @param largestShare the largest share of the account an entry took, for sizes by shares, risk and volatility: what those
 *   come to depends on prices
 */
export function sizeWarnings(strategy: Strategy, largestShare?: number): SizeWarning[] {
  const { size, limits, account, long, short } = strategy;
  const slots = limits.positions ?? long?.rotate?.hold ?? short?.rotate?.hold;
  const found: SizeWarning[] = [];
  const asked =
    size.method === 'percent-of-equity'
      ? size.percent
      : size.method === 'cash'
        ? (100 * size.amount) / account.capital
        : size.method === 'equal-slots' && slots !== undefined
          ? (100 * account.leverage) / slots
          : undefined;
  if (asked !== undefined) {
    const percent = Math.min(asked, size.maxPercent ?? Infinity);
    if (percent >= ALL) found.push({ kind: 'one-takes-all', percent });
    const all = percent * (slots ?? 1);
    // Equal slots fill the account by their meaning.
    if (size.method !== 'equal-slots' && slots !== undefined && all > 100 * account.leverage + 1e-9)
      found.push({ kind: 'more-than-account', percent: all / account.leverage });
  } else if (largestShare !== undefined && 100 * largestShare >= ALL) {
    found.push({ kind: 'one-takes-all', percent: 100 * largestShare });
  }
  const hold = long?.rotate?.hold;
  if (size.method === 'equal-slots' && hold !== undefined && !short && slots !== undefined && hold < slots) {
    found.push({ kind: 'idle-slots', hold, slots, percent: (100 * account.leverage * hold) / slots });
  }
  if (size.method.startsWith('risk-')) {
    for (const [side, rules] of [
      ['long', long],
      ['short', short],
    ] as const) {
      if (rules && !rules.stops.initial && !rules.stops.trail)
        found.push({ kind: 'risk-without-stop', side });
    }
  }
  return found;
}

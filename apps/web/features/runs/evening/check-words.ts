// What an evening asks to look at, in words.

import { type Check, isoFromDay } from '@plateau/core';
import { ratio } from '@/ui/format.ts';

const ODD: Readonly<Record<Extract<Check, { kind: 'odd' }>['finding'], string>> = {
  split: 'a jump like a split that nobody adjusted for',
  'factor-break': 'a factor that does not fit the prices',
  'bad-tick': 'a price that the next bar took back',
  stale: 'a close that does not change',
  'no-volume': 'no volume',
  'no-range': 'no range',
  gap: 'sessions without a bar',
  'ends-early': 'bars that end early',
  'starts-late': 'bars that start late',
};

const dayOf = (day: number): string => (Number.isFinite(day) ? isoFromDay(day) : 'never');

/** @param session the last one */
export function checkWords(check: Check, session: number): string {
  const { symbol, day } = check;
  switch (check.kind) {
    case 'no-benchmark':
      return `The benchmark, ${symbol}, has no bar of ${isoFromDay(session)}; its last is of ${dayOf(day)}. Its curve stands still until one comes.`;
    case 'no-bar':
      return `${symbol} has no bar of ${isoFromDay(session)}; its last is of ${dayOf(day)}. If it is late, bring bars up to date again before you order.`;
    case 'odd':
      return `${symbol}: ${ODD[check.finding]}, ${isoFromDay(day)}. Market, Quality tells more.`;
    case 'split':
      return `${symbol} was split on ${isoFromDay(day)}: ${ratio(check.ratio, 2)} shares for one. Shares and stops of before then are others now.`;
    case 'leaving':
      return day === session
        ? `${symbol} left its universe on ${isoFromDay(day)}.`
        : `${symbol} leaves its universe on ${isoFromDay(day)}.`;
    case 'event':
      return `${symbol}: ${check.what} on ${isoFromDay(day)}.`;
  }
}

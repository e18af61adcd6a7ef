// The ways trades are grouped, in words.

import type { GroupFigures, TradeGrouping } from '@plateau/core';

export const GROUPINGS: Readonly<Record<TradeGrouping, string>> = {
  year: 'year of entry',
  month: 'month of entry',
  weekday: 'weekday of entry',
  symbol: 'symbol',
  group: 'group',
  side: 'side',
  reason: 'exit reason',
  held: 'bars held',
};

const MONTHS = 'January February March April May June July August September October November December'.split(
  ' ',
);
const WEEKDAYS = 'Monday Tuesday Wednesday Thursday Friday Saturday Sunday'.split(' ');

/** What a group is called. */
export function groupName(by: TradeGrouping, { key }: GroupFigures): string {
  const name = by === 'month' ? MONTHS[Number(key) - 1] : by === 'weekday' ? WEEKDAYS[Number(key) - 1] : key;
  return name || 'none';
}

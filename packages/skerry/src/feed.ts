// The Skerry feed: what a data vendor would serve. A catalogue, and an instrument's history since a date, as CSV.

import { type Bars, type Day, isoFromDay } from '@plateau/core';

const isoDays = new Map<Day, string>();

/** Every instrument has much the same days, so each is written once. */
function isoOf(day: Day): string {
  let text = isoDays.get(day);
  if (text === undefined) {
    text = isoFromDay(day);
    isoDays.set(day, text);
  }
  return text;
}

/** @param since bars before this day are left out */
export function historyCsv(bars: Bars, since: Day = -Infinity): string {
  const withFactor = bars.factor !== undefined;
  const lines = [withFactor ? 'Date,Open,High,Low,Close,Volume,Factor' : 'Date,Open,High,Low,Close,Volume'];
  for (let i = 0; i < bars.day.length; i++) {
    if (bars.day[i] < since) continue;
    const line = `${isoOf(bars.day[i])},${bars.open[i]},${bars.high[i]},${bars.low[i]},${bars.close[i]},${bars.volume[i]}`;
    lines.push(bars.factor ? `${line},${bars.factor[i]}` : line);
  }
  return `${lines.join('\n')}\n`;
}

// The Skerry feed: what a data vendor would serve. A catalogue, and an instrument's history since a date, as CSV.

import { type Bars, type Day, isoFromDay } from '@plateau/core';

/** @param since bars before this day are left out */
export function historyCsv(bars: Bars, since: Day = -Infinity): string {
  const withFactor = bars.factor !== undefined;
  const lines = [withFactor ? 'Date,Open,High,Low,Close,Volume,Factor' : 'Date,Open,High,Low,Close,Volume'];
  for (let i = 0; i < bars.day.length; i++) {
    if (bars.day[i]! < since) continue;
    const line = `${isoFromDay(bars.day[i]!)},${bars.open[i]},${bars.high[i]},${bars.low[i]},${bars.close[i]},${bars.volume[i]}`;
    lines.push(bars.factor ? `${line},${bars.factor[i]}` : line);
  }
  return `${lines.join('\n')}\n`;
}

// Findings in plain words.

import { type Finding, isoFromDay } from '@plateau/core';
import { count } from '@/ui/format.ts';

export function findingText({ kind, from, to, count: found, ratio = 1 }: Finding): string {
  const when = from === to ? isoFromDay(from) : `${isoFromDay(from)} to ${isoFromDay(to)}`;
  const times = ratio >= 1 ? `${ratio.toPrecision(3)} times` : `1/${(1 / ratio).toPrecision(3)} of`;
  switch (kind) {
    case 'split':
      return `${when}: opens at ${times} the close before, like a split that was not adjusted for`;
    case 'factor-break':
      return `${when}: prices jump by ${times} the close before just where the adjustment factor changes, so one of the two is wrong`;
    case 'bad-tick':
      return `${when}: closes at ${times} the close before and comes back the next day, like a bad tick`;
    case 'gap':
      return `${when}: ${count(found, 'session')} of the market without a bar`;
    case 'stale':
      return `${when}: the close stands still for ${count(found)} bars in a row`;
    case 'no-volume':
      return `${when}: no volume for ${count(found)} bars in a row`;
    case 'no-range':
      return `${when}: high and low are the same for ${count(found)} bars in a row`;
    case 'ends-early':
      return `After ${isoFromDay(from - 1)}: no bars, ${count(found, 'session')} before the market’s data end; delisted?`;
    case 'starts-late':
      return `Begins ${count(found, 'session')} after the market’s data`;
  }
}

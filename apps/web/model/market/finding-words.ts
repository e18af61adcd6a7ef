// Findings in plain words.

import { type Finding, isoFromDay } from '@plateau/core';

const sessions = (count: number): string => `${count} session${count === 1 ? '' : 's'}`;
const bars = (count: number): string => `${count} bars in a row`;

export function findingText({ kind, from, to, count, ratio = 1 }: Finding): string {
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
      return `${when}: ${sessions(count)} of the market without a bar`;
    case 'stale':
      return `${when}: the close stands still for ${bars(count)}`;
    case 'no-volume':
      return `${when}: no volume for ${bars(count)}`;
    case 'no-range':
      return `${when}: high and low are the same for ${bars(count)}`;
    case 'ends-early':
      return `After ${isoFromDay(from - 1)}: no bars, ${sessions(count)} before the market's data end; delisted?`;
    case 'starts-late':
      return `Begins ${sessions(count)} after the market's data`;
  }
}

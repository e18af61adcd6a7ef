// What a shake says, in sentences.

import { type Shake, type Strip, stripsOf } from '@plateau/core';
import { NUDGE_WORDS } from '@/model/studies/nudge-words.ts';
import { count, percent } from '@/ui/format.ts';

export function shakeVerdict({ own, beat, repetitions }: Shake): string[] {
  const all = beat.find(({ nudge }) => nudge === 'all');
  const nudges = beat.map(({ nudge }) => nudge).filter((nudge) => nudge !== 'all');
  const hardest = stripsOf(repetitions, nudges, 'cagr').reduce<Strip | undefined>(
    (low, strip) => (!low || strip.median < low.median ? strip : low),
    undefined,
  );
  const failed = repetitions.filter(({ figures }) => figures === undefined).length;
  const name = (nudge: keyof typeof NUDGE_WORDS): string => NUDGE_WORDS[nudge][0].toLowerCase();
  return [
    `As it is its CAGR is ${percent(own.cagr)}, against ${percent(own.benchmark.cagr)} of the benchmark.`,
    ...(all
      ? [
          `Nudged in all ways at once, ${percent(all.share, 0)} of ${count(all.n, 'repetition')} ${own.cagr > own.benchmark.cagr ? 'still ' : ''}did better than holding.`,
        ]
      : []),
    ...(hardest && hardest.median < own.cagr
      ? [
          `Of the nudges one by one “${name(hardest.nudge)}” costs most: ${percent(own.cagr - hardest.median)} a year in the middle, which leaves ${percent(hardest.median)}.`,
        ]
      : []),
    ...(failed > 0 ? [`${count(failed, 'repetition')} could not run.`] : []),
  ];
}

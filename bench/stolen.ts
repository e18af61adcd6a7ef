// What the machine's host gives to others while something is measured: a virtual core that is taken away stands still without a
// word to the program on it. Only Linux tells it.

import { readFileSync } from 'node:fs';

/** Processor time of all cores since the start, in the system's ticks. */
export interface ProcessorTime {
  readonly stolen: number;
  readonly all: number;
}

/** Undefined where the system does not tell it. */
export function processorTime(): ProcessorTime | undefined {
  try {
    const [line = ''] = readFileSync('/proc/stat', 'utf8').split('\n');
    // user, nice, system, idle, waiting, interrupts, soft interrupts, stolen
    const ticks = line.split(/\s+/).slice(1, 9).map(Number);
    return { stolen: ticks[7] ?? 0, all: ticks.reduce((sum, one) => sum + one, 0) };
  } catch {
    return undefined;
  }
}

/** The share of the time since then that others had, 0 to 1; undefined where the system does not tell it. */
export function stolenSince(before: ProcessorTime | undefined): number | undefined {
  const now = processorTime();
  return before && now && now.all > before.all
    ? (now.stolen - before.stolen) / (now.all - before.all)
    : undefined;
}

/** For a line of results. */
export const stolenText = (share: number | undefined): string =>
  share === undefined ? '' : `, ${Math.round(share * 100)} % of the processors' time given to others`;

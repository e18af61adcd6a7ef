// Faults of studies as the screen names its fields.

import type { Problem } from '@plateau/core';
import { labelOf } from '../sheet/read.ts';

/** What a key of a study is called among its settings. */
const NAMES: Readonly<Record<string, string>> = {
  y: 'Y',
  x: 'X',
  universe: 'Universe',
  benchmark: 'Benchmark',
  from: 'From',
  to: 'To',
  in: 'In from',
  out: 'Out at',
  stop: 'Given up at',
  bars: 'At most',
  gross: 'Both legs',
  training: 'Training',
  scale: 'Deviation over',
  hedge: 'Hedge',
  'account.capital': 'Capital',
  'costs.slippage': 'Slippage',
  'costs.commission.fixed': 'Commission',
  axes: 'Axes',
  signals: 'Signals',
  horizons: 'Bars after',
  nudges: 'Nudges',
  repetitions: 'Repetitions',
  split: 'Split at',
  train: 'Train',
  test: 'Test',
};

/** A fault behind the name of its field, in words; a fault of the study as a whole by itself. */
export function studyFault({ path = '', message }: Partial<Problem> & { readonly message: string }): string {
  const rule = path.replace(/^strategy\.?/, '');
  const name = path.startsWith('strategy') ? labelOf(rule) : nameOf(path);
  // What reads a file names the key in its sentence too.
  const told = message.replace(/^“[A-Za-z.[\]0-9]+”/, 'it');
  return name === undefined ? told : `${name}: ${told}`;
}

/** Of the nearest key above it that has one. */
function nameOf(path: string): string | undefined {
  let key = path;
  while (key !== '' && !(key in NAMES)) key = key.slice(0, Math.max(0, key.lastIndexOf('.')));
  return key === '' ? labelOf(path) : NAMES[key];
}

// The decision logs of several runs as one, each row naming the part that decided.

import { at } from '../numeric/at.ts';
import type { Run } from '../run.ts';
import type { Decisions } from '../simulation/records.ts';

/** By day, then by part in listed order; within a day each log keeps its order. Days of a log never fall. */
export function joinDecisions(runs: readonly (Pick<Run, 'decisions'> | undefined)[]): Decisions {
  const logs = runs.map((run) => run?.decisions);
  const symbol = [...new Set(logs.flatMap((log) => log?.symbol ?? []))].sort();
  const places = new Map(symbol.map((name, k) => [name, k]));
  const numbers = logs.map((log) => Int32Array.from(log?.symbol ?? [], (name) => places.get(name) ?? -1));
  const size = logs.reduce((sum, log) => sum + (log?.day.length ?? 0), 0);
  const joined = {
    day: new Int32Array(size),
    part: new Int8Array(size),
    symbol,
    instrument: new Int32Array(size),
    side: new Int8Array(size),
    rank: new Float64Array(size),
    outcome: new Uint8Array(size),
  };
  const next = new Int32Array(logs.length);
  let n = 0;
  while (n < size) {
    let day = Infinity;
    for (const [k, log] of logs.entries()) day = Math.min(day, log?.day[next[k]!] ?? Infinity);
    for (const [part, log] of logs.entries()) {
      if (!log) continue;
      let row = next[part]!;
      for (; log.day[row] === day; row++, n++) {
        joined.day[n] = day;
        joined.part[n] = part;
        joined.instrument[n] = at(numbers, part)[log.instrument[row]!]!;
        joined.side[n] = log.side[row]!;
        joined.rank[n] = log.rank[row]!;
        joined.outcome[n] = log.outcome[row]!;
      }
      next[part] = row;
    }
  }
  return joined;
}

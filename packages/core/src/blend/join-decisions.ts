// The decision logs of several runs as one, each row naming the part that decided.

import type { Run } from '../run.ts';
import type { Decisions } from '../simulation/records.ts';

/** By day, then by part in listed order; the order of each log within a day stays. */
export function joinDecisions(runs: readonly (Pick<Run, 'decisions'> | undefined)[]): Decisions {
  const symbol = [...new Set(runs.flatMap((run) => run?.decisions.symbol ?? []))].sort();
  const places = new Map(symbol.map((name, k) => [name, k]));
  const rows = runs.flatMap((run, part) =>
    run ? Array.from(run.decisions.day, (day, row) => ({ day, part, row, log: run.decisions })) : [],
  );
  rows.sort((a, b) => a.day - b.day || a.part - b.part || a.row - b.row);
  return {
    day: Int32Array.from(rows, ({ day }) => day),
    part: Int8Array.from(rows, ({ part }) => part),
    symbol,
    instrument: Int32Array.from(rows, ({ log, row }) => {
      const name = log.symbol[log.instrument[row] ?? -1];
      return (name === undefined ? undefined : places.get(name)) ?? -1;
    }),
    side: Int8Array.from(rows, ({ log, row }) => log.side[row] ?? 0),
    rank: Float64Array.from(rows, ({ log, row }) => log.rank[row] ?? Number.NaN),
    outcome: Uint8Array.from(rows, ({ log, row }) => log.outcome[row] ?? 0),
  };
}

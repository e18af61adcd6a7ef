// A run seen at the ends of longer periods alone, so that it can be held against one that steps by them.

import { periodsOf } from '../days/periods.ts';
import { at } from '../numeric/at.ts';
import type { Run } from '../run.ts';

type Curves = Pick<Run, 'marks' | 'benchmark' | 'riskFree'>;

/**
 * The run's first mark and the last of each week or month, with riskless returns compounded between them. Falls between these
 * are not seen, as they are not by a run on longer bars.
 */
export function atEndsOf<R extends Curves>(run: R, unit: 'week' | 'month'): R {
  const { marks, riskFree } = run;
  const ends = periodsOf(marks.day, unit).end.filter((t) => t > 0);
  const places = Int32Array.of(0, ...ends);
  const kept = (column: Float64Array): Float64Array => Float64Array.from(places, (t) => at(column, t));
  return {
    ...run,
    marks: {
      day: Int32Array.from(places, (t) => at(marks.day, t)),
      equity: kept(marks.equity),
      cash: kept(marks.cash),
      long: kept(marks.long),
      short: kept(marks.short),
      positions: Int32Array.from(places, (t) => at(marks.positions, t)),
    },
    benchmark: kept(run.benchmark),
    riskFree: Float64Array.from(ends, (end, k) => {
      let growth = 1;
      for (let t = at(places, k); t < end; t++) growth *= 1 + at(riskFree, t);
      return growth - 1;
    }),
  };
}

// An axis that counts bars, so that weekends leave no holes.

import { at, isoFromDay } from '@plateau/core';
import { XAxis } from 'recharts';
import { plainAxis } from '@/ui/chart/time-axis.tsx';

interface PlaceAxis {
  readonly days: ArrayLike<number>;
  readonly first: number;
  readonly last: number;
  readonly ticks: readonly number[];
  /** with its labels; without them another pane below has them */
  readonly shown: boolean;
  /** labelled by years instead of months */
  readonly byYear?: boolean;
}

/** Recharts knows it only when it is called as a function, not as an element of another kind. */
export function placeAxis({ days, first, last, ticks, shown, byYear = false }: PlaceAxis) {
  return (
    <XAxis
      dataKey="place"
      type="number"
      domain={[first - 0.5, last + 0.5]}
      ticks={[...ticks]}
      tickFormatter={(place: number) => isoFromDay(at(days, place)).slice(0, byYear ? 4 : 7)}
      height={shown ? 18 : 2}
      {...plainAxis}
      tick={shown ? plainAxis.tick : false}
    />
  );
}

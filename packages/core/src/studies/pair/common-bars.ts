// The days on which both of a pair have a bar.

import type { Bars } from '../../bars/bars.ts';
import type { Day } from '../../days/day.ts';

export interface CommonBars {
  readonly days: Int32Array;
  /** the place of each day's bar among the instrument's own */
  readonly yBar: Int32Array;
  readonly xBar: Int32Array;
  /** closes, or their natural logarithms */
  readonly y: Float64Array;
  readonly x: Float64Array;
}

/** @param value what a close counts as */
export function commonBars(
  y: Bars,
  x: Bars,
  { from = -Infinity, to = Infinity }: { readonly from?: Day; readonly to?: Day },
  value: (close: number) => number,
): CommonBars {
  const room = Math.min(y.day.length, x.day.length);
  const days = new Int32Array(room);
  const yBar = new Int32Array(room);
  const xBar = new Int32Array(room);
  let n = 0;
  let j = 0;
  for (let i = 0; i < y.day.length; i++) {
    const day = y.day[i]!;
    while (j < x.day.length && x.day[j]! < day) j++;
    if (j === x.day.length) break;
    if (x.day[j] !== day || day < from || day > to) continue;
    days[n] = day;
    yBar[n] = i;
    xBar[n++] = j;
  }
  const placesOfY = yBar.slice(0, n);
  const placesOfX = xBar.slice(0, n);
  return {
    days: days.slice(0, n),
    yBar: placesOfY,
    xBar: placesOfX,
    y: Float64Array.from(placesOfY, (i) => value(y.close[i]!)),
    x: Float64Array.from(placesOfX, (i) => value(x.close[i]!)),
  };
}

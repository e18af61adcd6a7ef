import type { ShownRun, Trade } from '@plateau/core';

/** Whether two runs of the same question came to the same. */
export function isSameRun(a: ShownRun, b: ShownRun): boolean {
  return (
    isSameColumn(a.marks.equity, b.marks.equity) &&
    isSameColumn(a.benchmark, b.benchmark) &&
    areSameTrades(a.trades, b.trades) &&
    areSameTrades(a.openTrades, b.openTrades) &&
    JSON.stringify(a.figures) === JSON.stringify(b.figures)
  );
}

function isSameColumn(a: Float64Array, b: Float64Array): boolean {
  return a.length === b.length && a.every((value, t) => Object.is(value, b[t]));
}

/** Field by field, for there may be thousands of them. */
function areSameTrades(a: readonly Trade[], b: readonly Trade[]): boolean {
  return (
    a.length === b.length &&
    a.every((trade, k) => {
      const other = b[k] as Trade;
      for (const key in trade) {
        if (!Object.is(trade[key as keyof Trade], other[key as keyof Trade])) return false;
      }
      return true;
    })
  );
}

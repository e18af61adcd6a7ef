// What a chart draws, as columns over the instrument's bars: its own, the measures asked for, another instrument's closes.

import { type Bars, type BarUnit, columnOf, conditionOf } from '@plateau/core';
import { useMemo } from 'react';
import type { StoredListing } from '@/model/rows.ts';
import type { Columns } from '@/parts/chart/rows.ts';
import { useBars, useNamedBars } from '../market-bars.ts';

const MOST_DRAWN = 5;

interface DrawnMeasure {
  readonly text: string;
  /** whether it stands on the price's scale, and so over the bars */
  readonly isPrice: boolean;
  /** of a condition: the bars on which it holds, 1 each; values have none */
  readonly holds?: Uint8Array;
}

export interface ChartColumns extends Columns {
  /** as many as `measures`, which come in this order */
  readonly drawn: readonly DrawnMeasure[];
  readonly fault: string | undefined;
}

/** @param text values in rule text, between semicolons */
export function useColumns(
  symbol: string,
  bars: Bars,
  unit: BarUnit,
  text: string,
  other: StoredListing | undefined,
): ChartColumns {
  const otherBars = useBars(other);
  const named = useNamedBars(text, symbol);
  const market = useMemo(() => {
    const all = new Map([...named, [symbol, bars] as const]);
    if (other && otherBars) all.set(other.symbol, otherBars);
    return all;
  }, [symbol, bars, named, other, otherBars]);
  return useMemo(() => {
    const changes = columnOf(market, symbol, `1-${unit} return`, unit);
    const beside =
      other && market.has(other.symbol)
        ? columnOf(market, symbol, `on ${other.symbol} (close)`, unit)
        : undefined;
    const parts = text
      .split(';')
      .map((part) => part.trim())
      .filter((part) => part !== '')
      .slice(0, MOST_DRAWN);
    const read = parts.map((part) => {
      const condition = conditionOf(market, symbol, part, unit);
      return {
        text: part,
        holds: condition.ok ? condition.holds : undefined,
        column: columnOf(market, symbol, part, unit),
      };
    });
    const fault = read
      .map(({ column, holds }) => (column.ok || holds ? undefined : column.problems[0]?.message))
      .find((message) => message !== undefined);
    return {
      bars: changes.ok ? changes.bars : bars,
      changes: changes.ok ? changes.values : undefined,
      measures: read.map(({ column }) => (column.ok ? column.values : undefined)),
      drawn: read.map(({ text: its, column, holds }) => ({
        text: its,
        isPrice: !column.ok || column.isPrice,
        ...(holds && { holds }),
      })),
      other: beside?.ok ? beside.values : undefined,
      fault,
    };
  }, [market, symbol, bars, unit, text, other]);
}

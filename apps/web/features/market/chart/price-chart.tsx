'use client';

import type { Bars } from '@plateau/core';
import { parseAsBoolean, parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { useEffect, useEffectEvent, useMemo, useRef } from 'react';
import type { StoredListing } from '@/model/rows.ts';
import { rowsInView } from '@/parts/chart/rows.ts';
import { ChartGroup } from '@/ui/chart/chart-group.tsx';
import { StrokeKey } from '@/ui/chart/time-axis.tsx';
import { useSpanInAddress } from '@/ui/chart/use-span-in-address.ts';
import { type Span, useZoom } from '@/ui/chart/use-zoom.ts';
import { ChartTools } from './chart-tools.tsx';
import { DrawChoice } from './draw-choice.tsx';
import { BESIDE, PricePanes, strokeOf } from './price-panes.tsx';
import { useColumns } from './use-columns.ts';

interface PriceChartProps {
  readonly symbol: string;
  readonly bars: Bars;
  /** what it can be compared with */
  readonly listings: readonly StoredListing[];
  /** a day to bring into view, such as a finding's */
  readonly goTo?: number | undefined;
}

/** What is drawn, and on which bars, as the address names it. */
const DRAWN = {
  bars: parseAsStringLiteral(['day', 'week', 'month']).withDefault('day'),
  log: parseAsBoolean.withDefault(false),
  draw: parseAsString.withDefault('50-day average'),
  beside: parseAsString.withDefault(''),
};
const FIRST_VIEW = 220;
/** Bars around a day that is gone to. */
const AROUND = 80;

/** Prices of one instrument; measures over or under them, another instrument beside them, volume below. */
export function PriceChart({ symbol, bars, listings, goTo }: PriceChartProps) {
  const [{ bars: unit, log, draw: text, beside }, setDrawn] = useQueryStates(DRAWN, { history: 'replace' });
  const [asked, keepSpan] = useSpanInAddress();
  const other = listings.find((l) => l.symbol === beside.trim().toUpperCase() && l.symbol !== symbol);
  const columns = useColumns(symbol, bars, unit, text, other);
  const { bars: its, drawn, fault } = columns;
  const size = its.day.length;
  const home: Span = { first: Math.max(0, size - FIRST_VIEW), last: size - 1 };
  const zoom = useZoom(its.day, {
    home,
    initial: asked,
    onSpan: keepSpan,
    dayOf: (place) => its.day[Math.min(size - 1, Math.max(0, Math.round(place)))] ?? 0,
  });
  const { first, last } = zoom.span;
  const charts = useRef<HTMLDivElement>(null);
  const placeOf = (day: number): number => {
    const place = its.day.findIndex((d) => d >= day);
    return place < 0 ? size - 1 : place;
  };

  // The part that the address names stands until another day, another instrument or other bars are asked for. What is drawn over
  // the bars is computed anew with them, and does not move the view.
  const shown = `${symbol} ${unit} ${its.day[0]} ${size}`;
  const before = useRef(shown);
  const move = useEffectEvent(() => {
    if (goTo !== undefined) zoom.goTo(placeOf(goTo), AROUND);
    else if (before.current !== shown) zoom.reset();
    before.current = shown;
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: another day or other bars move the view, the view itself does not
  useEffect(() => move(), [goTo, shown]);
  const rows = useMemo(() => rowsInView(columns, first, last), [columns, first, last]);

  return (
    <ChartGroup name={`Prices of ${symbol}`} zoom={zoom} className="flex min-h-0 flex-1 flex-col">
      <ChartTools
        symbol={symbol}
        days={its.day}
        unit={unit}
        onUnit={(next) =>
          void setDrawn({ bars: next, draw: text.replace(/-(day|week|month)\b/g, `-${next}`) })
        }
        log={log}
        onLog={(next) => void setDrawn({ log: next })}
        onGoTo={(day) => zoom.goTo(placeOf(day))}
        zoom={zoom}
        charts={charts}
      />
      <DrawChoice
        text={text}
        onText={(next) => void setDrawn({ draw: next })}
        fault={fault}
        beside={beside}
        onBeside={(next) => void setDrawn({ beside: next })}
      />
      <div ref={charts} className="flex min-h-0 flex-1 flex-col" onWheel={zoom.onWheel}>
        <PricePanes
          columns={columns}
          rows={rows}
          zoom={zoom}
          log={log}
          yearly={unit !== 'day'}
          other={other?.symbol}
          marked={goTo === undefined ? undefined : placeOf(goTo)}
        />
      </div>
      <p className="flex flex-wrap gap-x-4 pb-1 text-soft">
        {drawn.map(({ text: name }, k) => (
          <StrokeKey key={name} text={name} {...strokeOf(k)} />
        ))}
        {other && <StrokeKey text={`${other.symbol}, rebased to the first bar in view`} {...BESIDE} />}
      </p>
    </ChartGroup>
  );
}

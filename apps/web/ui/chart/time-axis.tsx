// What the charts over time share: the look of their axes and where they are labelled.

import { at, yearOf } from '@plateau/core';
import { scaleUtc } from 'd3-scale';
import { ReferenceArea, XAxis } from 'recharts';
import { dayAndMonth, monthAndYear } from '../format.ts';
import type { DaySpan, Span } from './use-zoom.ts';

export const TICK = { fill: 'var(--ink-soft)', fontSize: 11 };
export const CURSOR = { stroke: 'var(--ink-soft)', strokeWidth: 0.7 };
export const plainAxis = { tick: TICK, tickLine: false, axisLine: false } as const;

const MOST_TICKS = 11;
const MS_A_DAY = 86_400_000;

/** How a tick is written, by how many days lie between two of them at least. */
const LABELS: readonly (readonly [days: number, label: (day: number) => string])[] = [
  [360, (day) => String(yearOf(day))],
  [27, monthAndYear],
  [0, dayAndMonth],
];

interface DayTicks {
  readonly ticks: number[];
  readonly label: (day: number) => string;
  /** the first and the last day of the axis */
  readonly domain: [number, number];
}

/**
 * Days at which years begin, or months or weeks where the span is short, about a dozen at most; and how they are written.
 * @param most ticks
 */
export function dayTicks(days: Int32Array, { first, last }: Span, most = MOST_TICKS): DayTicks {
  const [from, to] = [at(days, first), at(days, last)];
  const scale = scaleUtc().domain([from * MS_A_DAY, to * MS_A_DAY]);
  // A short span is divided into hours; a bar has none.
  const ticks = [...new Set(scale.ticks(most).map((date) => Math.ceil(date.getTime() / MS_A_DAY)))];
  const apart = Math.min(...ticks.slice(1).map((tick, k) => tick - (ticks[k] ?? 0)));
  const [, label] = LABELS.find(([least]) => apart >= least) ?? [0, dayAndMonth];
  return { ticks, label, domain: [from, to] };
}

/** An axis of days; Recharts knows it only when it is called as a function, not as an element of another kind. */
export function dayAxis({ ticks, label, domain }: DayTicks, shown: boolean) {
  return (
    <XAxis
      dataKey="day"
      type="number"
      domain={domain}
      ticks={ticks}
      tickFormatter={label}
      tick={shown ? TICK : false}
      {...(!shown && { interval: 0 })}
      tickLine={{ stroke: 'var(--hairline)' }}
      axisLine={{ stroke: 'var(--hairline-strong)' }}
      height={shown ? 20 : 4}
    />
  );
}

/** The days dragged over. */
export function selectedDays(drag: DaySpan | undefined) {
  return (
    drag && (
      <ReferenceArea x1={drag.from} x2={drag.to} fill="var(--focus)" fillOpacity={0.15} ifOverflow="hidden" />
    )
  );
}

/** A line's look beside its name. */
export function StrokeKey({
  text,
  ...stroke
}: {
  text: string;
  stroke: string;
  strokeWidth?: number;
  strokeDasharray?: string;
}) {
  return (
    <span data-stroke-key className="flex items-center gap-1.5 whitespace-nowrap">
      <svg aria-hidden width={26} height={6} className="shrink-0">
        <line x1={0} x2={26} y1={3} y2={3} strokeWidth={1.6} {...stroke} />
      </svg>
      <span className="truncate">{text}</span>
    </span>
  );
}

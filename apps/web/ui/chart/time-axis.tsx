// What the charts over time share: the look of their axes and where they are labelled.

import { at, civilFromDay, monthOf, weekOf, yearOf } from '@plateau/core';
import { ReferenceArea, XAxis } from 'recharts';
import type { DaySpan, Span } from './use-zoom.ts';

export const TICK = { fill: 'var(--ink-soft)', fontSize: 11 };
export const CURSOR = { stroke: 'var(--ink-soft)', strokeWidth: 0.7 };
export const plainAxis = { tick: TICK, tickLine: false, axisLine: false } as const;

const MOST_TICKS = 11;
const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** The shortest spans first: up to how many days, what begins a tick, and how it is written. */
const SCALES: readonly {
  readonly upTo: number;
  readonly periodOf: (day: number) => number;
  readonly label: (day: number) => string;
}[] = [
  {
    upTo: 130,
    periodOf: weekOf,
    label: (day) => {
      const { month, date } = civilFromDay(day);
      return `${date} ${months[month - 1]}`;
    },
  },
  {
    upTo: 900,
    periodOf: monthOf,
    label: (day) => {
      const { year, month } = civilFromDay(day);
      return `${months[month - 1]} ${String(year).slice(2)}`;
    },
  },
  { upTo: Infinity, periodOf: yearOf, label: (day) => String(yearOf(day)) },
];

/** Days at which years begin, or months or weeks where the span is short, at most about a dozen; and how they are written. */
export function dayTicks(
  days: Int32Array,
  { first, last }: Span,
): { readonly ticks: number[]; readonly label: (day: number) => string } {
  const length = at(days, last) - at(days, first);
  const { periodOf, label } = SCALES.find(({ upTo }) => length < upTo) ?? {
    periodOf: yearOf,
    label: String,
  };
  const ticks: number[] = [];
  for (let t = first + 1; t <= last; t++) {
    const day = at(days, t);
    if (periodOf(day) !== periodOf(at(days, t - 1))) ticks.push(day);
  }
  const every = Math.ceil(ticks.length / MOST_TICKS);
  return { ticks: ticks.filter((_tick, k) => k % every === 0), label };
}

/** An axis of days; Recharts knows it only when it is called as a function, not as an element of another kind. */
export function dayAxis({ ticks, label }: ReturnType<typeof dayTicks>, shown: boolean) {
  return (
    <XAxis
      dataKey="day"
      type="number"
      domain={['dataMin', 'dataMax']}
      ticks={ticks}
      tickFormatter={label}
      tick={shown ? TICK : false}
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
    <span className="flex items-center gap-1.5 whitespace-nowrap">
      <svg aria-hidden width={26} height={6}>
        <line x1={0} x2={26} y1={3} y2={3} strokeWidth={1.6} {...stroke} />
      </svg>
      {text}
    </span>
  );
}

'use client';

import { at, countUntil, isoFromDay, type Membership, membersByDay } from '@plateau/core';
import { scaleLinear } from 'd3-scale';
import { type PointerEvent, useMemo, useState } from 'react';
import { Readout } from '@/ui/chart/readout.tsx';
import { stepPath } from '@/ui/chart/step-path.ts';
import { dayTicks } from '@/ui/chart/time-axis.tsx';
import { count } from '@/ui/format.ts';

interface CountByDayProps {
  readonly members: readonly Membership[];
  /** at least one */
  readonly sessions: Int32Array;
}

/** The drawing's own measure, stretched to its room. */
const WIDE = 1000;
const HIGH = 100;

/**
 * How many belong, day by day. One step line drawn plainly, and what belongs to it in HTML: the rows under it are thousands, and
 * a chart with all its parts, mounting beside them, would hold the page up for a tenth of a second.
 */
export function CountByDay({ members, sessions }: CountByDayProps) {
  const counts = useMemo(() => membersByDay(members, sessions), [members, sessions]);
  const last = sessions.length - 1;
  const [first, length] = [at(sessions, 0), Math.max(1, at(sessions, last) - at(sessions, 0))];
  const along = (day: number): number => (day - first) / length;
  const { domain, ticks } = useMemo(() => valueAxis(counts), [counts]);
  const up = (value: number): number => value / domain;
  const days = useMemo(() => dayTicks(sessions, { first: 0, last: sessions.length - 1 }), [sessions]);
  const line = useMemo(
    () =>
      stepPath(
        counts,
        (k) => ((at(sessions, k) - first) / length) * WIDE,
        (value) => HIGH - (value / domain) * HIGH,
      ),
    [counts, sessions, first, length, domain],
  );
  /** the session under the crosshair */
  const [under, setUnder] = useState<number>();
  const told = under === undefined || under > last ? undefined : under;
  const point = (event: PointerEvent): void => {
    const { left, width } = event.currentTarget.getBoundingClientRect();
    const share = Math.min(1, Math.max(0, (event.clientX - left) / Math.max(1, width)));
    setUnder(Math.max(0, countUntil(sessions, Math.floor(first + share * length)) - 1));
  };
  const wordsOf = (k: number): string => `${isoFromDay(at(sessions, k))}: ${count(at(counts, k), 'member')}`;
  return (
    <figure className="relative h-24 shrink-0" data-chart="members">
      <div className="absolute inset-x-2 top-1.5 bottom-5 left-[34px]">
        {ticks.map((value) => (
          <span
            key={value}
            aria-hidden
            className="absolute right-full translate-y-1/2 pr-2 text-[11px] text-soft leading-none"
            style={{ bottom: percentOf(up(value)) }}
          >
            {count(value)}
          </span>
        ))}
        <svg
          aria-hidden="true"
          data-drawing
          viewBox={`0 0 ${WIDE} ${HIGH}`}
          preserveAspectRatio="none"
          className="absolute inset-0 h-full w-full overflow-visible"
        >
          <path d={`${line}V${HIGH}H0Z`} fill="var(--land)" fillOpacity={0.6} />
          <path d={line} fill="none" stroke="var(--ridge)" vectorEffect="non-scaling-stroke" />
          <path d={`M0 ${HIGH}H${WIDE}`} stroke="var(--hairline-strong)" vectorEffect="non-scaling-stroke" />
        </svg>
        {days.ticks.map((day) => (
          <span
            key={day}
            aria-hidden
            className="absolute top-full -translate-x-1/2 whitespace-nowrap pt-1.5 text-[11px] text-soft leading-none before:absolute before:top-0 before:left-1/2 before:h-1 before:border-hairline before:border-l"
            style={{ left: percentOf(along(day)) }}
          >
            {days.label(day)}
          </span>
        ))}
        {told !== undefined && (
          <>
            <span
              aria-hidden
              className="absolute inset-y-0 border-l border-[var(--ink-soft)]"
              style={{ left: percentOf(along(at(sessions, told))) }}
            />
            <div
              aria-hidden
              className="pointer-events-none absolute top-0 z-10"
              style={besideOf(along(at(sessions, told)))}
            >
              <Readout
                title={isoFromDay(at(sessions, told))}
                day={at(sessions, told)}
                rows={[['Members', count(at(counts, told))]]}
              />
            </div>
          </>
        )}
        <input
          type="range"
          aria-label="Members by day"
          aria-valuetext={wordsOf(told ?? last)}
          min={0}
          max={last}
          value={told ?? last}
          onChange={(event) => setUnder(Number(event.target.value))}
          onPointerMove={point}
          onPointerLeave={() => setUnder(undefined)}
          onFocus={() => setUnder((now) => now ?? last)}
          onBlur={() => setUnder(undefined)}
          // Under a mouse the pointer says the day; a thumb would have a width.
          onMouseDown={(event) => event.preventDefault()}
          className="absolute inset-0 cursor-crosshair appearance-none bg-transparent [&::-webkit-slider-thumb]:opacity-0 [&::-moz-range-thumb]:opacity-0"
        />
      </div>
    </figure>
  );
}

/** Up to a round number that no day exceeds, with whole numbers on the way. */
function valueAxis(counts: ArrayLike<number>): {
  readonly domain: number;
  readonly ticks: readonly number[];
} {
  let most = 1;
  for (let k = 0; k < counts.length; k++) most = Math.max(most, counts[k] ?? 0);
  const scale = scaleLinear().domain([0, most]).nice(2);
  return { domain: scale.domain()[1] ?? most, ticks: scale.ticks(2).filter(Number.isInteger) };
}

const percentOf = (share: number): string => `${share * 100}%`;

/** On the crosshair's side where there is room. */
const besideOf = (share: number): { left: string } | { right: string } =>
  share < 0.5
    ? { left: `calc(${percentOf(share)} + 8px)` }
    : { right: `calc(${percentOf(1 - share)} + 8px)` };

'use client';

import { type FigureKey, figureEntry, type Repetition, type Strip } from '@plateau/core';
import { memo } from 'react';
import { NUDGE_WORDS } from '@/model/studies/nudge-words.ts';
import { written } from '@/ui/format.ts';

interface StripsProps {
  readonly figure: FigureKey;
  readonly strips: readonly Strip[];
  /** the sheet's as it is, and the benchmark's; undefined while they are not known */
  readonly own: number | undefined;
  readonly benchmark: number | undefined;
  readonly open: Repetition | undefined;
  readonly onOpen: (one: Repetition) => void;
}

const WIDE = 460;
/** Room for the middle's number behind each row. */
const RIGHT = 46;
const LEFT = 84;
const ROW = 24;
const TOP = 22;

/** One figure: a row of points a nudge, under one axis. */
export const Strips = memo(function Strips({ figure, strips, own, benchmark, open, onOpen }: StripsProps) {
  const { name, kind } = figureEntry(figure);
  const marks = [own, benchmark].filter((value) => value !== undefined && Number.isFinite(value)) as number[];
  const values = [...strips.flatMap((strip) => [...strip.values]), ...marks];
  const [least, most] = values.length > 0 ? [Math.min(...values), Math.max(...values)] : [0, 1];
  const x = (value: number): number =>
    LEFT + ((value - least) / (most - least || 1)) * (WIDE - LEFT - 14) + 4;
  const high = TOP + strips.length * ROW;
  const line = (value: number | undefined, look: object) =>
    value !== undefined && Number.isFinite(value) ? (
      <path d={`M${x(value)} ${TOP - 4}V${high}`} {...look} />
    ) : null;
  return (
    <figure>
      <figcaption className="font-semibold">{name}</figcaption>
      <svg
        data-drawing
        viewBox={`0 0 ${WIDE + RIGHT} ${high + 18}`}
        className="block w-full max-w-[36rem]"
        role="img"
        aria-label={`${name}: ${strips.map((strip) => `${NUDGE_WORDS[strip.nudge][0]} ${written(strip.low, kind)} to ${written(strip.high, kind)}, middle ${written(strip.median, kind)}`).join('; ')}`}
      >
        {line(own, { stroke: 'var(--accent)', strokeWidth: 2 })}
        {line(benchmark, { stroke: 'var(--benchmark)', strokeWidth: 1.2, strokeDasharray: '6 3.5' })}
        {strips.map((strip, k) => {
          const y = TOP + (k + 0.5) * ROW;
          return (
            <g key={strip.nudge}>
              <text x={0} y={y + 4} fontSize={12} fill="var(--ink)">
                {NUDGE_WORDS[strip.nudge][0]}
              </text>
              <path d={`M${LEFT} ${y}H${WIDE}`} stroke="var(--hairline)" strokeWidth={0.6} />
              {strip.values.length > 1 && (
                <rect
                  x={x(strip.low)}
                  y={y - 8}
                  width={Math.max(1, x(strip.high) - x(strip.low))}
                  height={16}
                  fill="var(--land)"
                  opacity={0.55}
                />
              )}
              {strip.repetitions.map((one, n) => {
                const isOpen = open?.nudge === one.nudge && open.repetition === one.repetition;
                return (
                  // biome-ignore lint/a11y/noStaticElementInteractions: the worst are buttons in their table
                  <circle
                    key={one.repetition}
                    cx={x(strip.values[n] ?? 0)}
                    // Points that lie on one another are set apart, always in the same way.
                    cy={y + (((one.repetition * 7) % 11) - 5) * 1.1}
                    r={isOpen ? 4.5 : 2}
                    fill={isOpen ? 'var(--focus)' : 'var(--ridge)'}
                    opacity={isOpen ? 1 : 0.7}
                    className="cursor-pointer"
                    onClick={() => onOpen(one)}
                  />
                );
              })}
              <text x={WIDE + RIGHT} y={y + 4} fontSize={11} textAnchor="end" fill="var(--ink)">
                {written(strip.median, kind)}
              </text>
              {strip.values.length > 0 && (
                <path d={`M${x(strip.median)} ${y - 9}V${y + 9}`} stroke="var(--ink)" strokeWidth={1.6} />
              )}
            </g>
          );
        })}
        <g fontSize={11} fill="var(--ink-soft)">
          <text x={LEFT} y={high + 13}>
            {written(least, kind)}
          </text>
          <text x={WIDE} y={high + 13} textAnchor="end">
            {written(most, kind)}
          </text>
          {own !== undefined && Number.isFinite(own) && (
            <text x={x(own)} y={11} textAnchor="middle" fill="var(--accent)">
              {written(own, kind)}
            </text>
          )}
        </g>
      </svg>
    </figure>
  );
});

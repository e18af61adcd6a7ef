'use client';

import { at, dayFromCivil, isoFromDay, type PerInstrument, yearOf } from '@plateau/core';
import { useState } from 'react';
import { Button } from '@/ui/button';
import { percent } from '@/ui/format.ts';
import { Select } from '@/ui/select.tsx';
import { useKeysWithin } from '@/ui/use-keys.ts';

const WIDTH = 860;
const HEIGHT = 260;
const MULTIPLES = [0.01, 0.1, 0.3, 1, 3, 10, 30, 100, 300];

interface AllCurvesProps {
  readonly rows: readonly PerInstrument[];
  readonly onOpen: (symbol: string) => void;
}

/** The curves of all on one chart, as multiples of the capital on a log scale, with one of them lit beside holding it. */
export function AllCurves({ rows, onOpen }: AllCurvesProps) {
  const [chosen, setChosen] = useState<string>();
  const lit = rows.find(({ symbol }) => symbol === chosen) ?? rows[0];
  const step = (by: number): void => {
    const place = lit ? rows.indexOf(lit) : 0;
    setChosen(rows[(place + by + rows.length) % rows.length]?.symbol);
  };
  const heard = useKeysWithin<HTMLFieldSetElement>({
    ArrowLeft: () => step(-1),
    ArrowRight: () => step(1),
    Enter: () => lit && onOpen(lit.symbol),
  });
  if (!lit) return <p className="text-soft">No instrument could be run by itself.</p>;
  const scale = scaleOf(rows, lit);
  return (
    <fieldset
      ref={heard}
      tabIndex={0}
      aria-label={`Curves of all; ${lit.symbol} is lit`}
      className="flex min-h-0 flex-1 flex-col"
    >
      <div className="flex flex-wrap items-center gap-3">
        <Select
          label="Lit"
          value={lit.symbol}
          choices={rows.map(({ symbol }) => [symbol, symbol] as const)}
          onChange={setChosen}
        />
        <span>
          CAGR <strong>{percent(lit.strategy.cagr)}</strong>, held (dashed) {percent(lit.held.cagr)}, with a
          maximum drawdown of {percent(lit.strategy.maxDrawdown)}, held {percent(lit.held.maxDrawdown)}
        </span>
        <Button onClick={() => onOpen(lit.symbol)}>Open {lit.symbol}</Button>
      </div>
      <div className="relative min-h-40 flex-1">
        <svg
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          preserveAspectRatio="none"
          className="absolute inset-y-0 right-0 left-12 h-full w-[calc(100%-3rem)]"
          aria-hidden
        >
          {scale.levels.map((multiple) => (
            <line
              key={multiple}
              x1={0}
              x2={WIDTH}
              y1={scale.y(multiple)}
              y2={scale.y(multiple)}
              stroke={multiple === 1 ? 'var(--hairline-strong)' : 'var(--hairline)'}
              vectorEffect="non-scaling-stroke"
            />
          ))}
          {rows.map(({ symbol, curve }) => (
            // biome-ignore lint/a11y/noStaticElementInteractions: the choice above lights any by keys
            <path
              key={symbol}
              d={pathOf(curve.day, curve.equity, scale)}
              fill="none"
              stroke="var(--ink-soft)"
              strokeOpacity={0.3}
              strokeWidth={0.8}
              vectorEffect="non-scaling-stroke"
              onMouseEnter={() => setChosen(symbol)}
            />
          ))}
          <path
            d={pathOf(lit.curve.day, lit.curve.held, scale)}
            fill="none"
            stroke="var(--benchmark)"
            strokeDasharray="6 3"
            strokeWidth={1.3}
            vectorEffect="non-scaling-stroke"
          />
          <path
            d={pathOf(lit.curve.day, lit.curve.equity, scale)}
            fill="none"
            stroke="var(--ridge)"
            strokeWidth={2.2}
            vectorEffect="non-scaling-stroke"
          />
        </svg>
        {scale.levels.map((multiple) => (
          <span
            key={multiple}
            className="absolute left-0 w-11 -translate-y-1/2 text-right text-soft"
            style={{ top: `${(100 * scale.y(multiple)) / HEIGHT}%` }}
          >
            × {multiple}
          </span>
        ))}
      </div>
      <div className="relative ml-12 h-5 text-soft" aria-hidden>
        {scale.years.map(({ day, year }) => (
          <span
            key={year}
            className="absolute -translate-x-1/2"
            style={{ left: `${(100 * scale.x(day)) / WIDTH}%` }}
          >
            {year}
          </span>
        ))}
      </div>
      <p className="text-soft">
        {isoFromDay(scale.first)} to {isoFromDay(scale.last)}; ← and → light another, Enter opens it.
      </p>
    </fieldset>
  );
}

function scaleOf(rows: readonly PerInstrument[], lit: PerInstrument) {
  let [first, last, low, high] = [Infinity, -Infinity, 1, 1];
  for (const { curve } of rows) {
    first = Math.min(first, at(curve.day, 0));
    last = Math.max(last, at(curve.day, curve.day.length - 1));
    for (const value of curve.equity) {
      if (value > 0) low = Math.min(low, value);
      high = Math.max(high, value);
    }
  }
  for (const value of lit.curve.held) {
    if (value > 0) low = Math.min(low, value);
    high = Math.max(high, value);
  }
  const [bottom, top] = [Math.log(low), Math.log(Math.max(high, low * 1.1))];
  const y = (multiple: number): number =>
    4 + (HEIGHT - 8) * (1 - (Math.log(Math.max(multiple, low)) - bottom) / (top - bottom));
  const x = (day: number): number => ((day - first) / Math.max(1, last - first)) * WIDTH;
  const span = yearOf(last) - yearOf(first);
  const every = Math.max(1, Math.ceil(span / 10));
  const years = Array.from({ length: span }, (_year, k) => yearOf(first) + 1 + k)
    .filter((year) => year % every === 0)
    .map((year) => ({ year, day: dayFromCivil(year, 1, 1) }));
  return { x, y, first, last, years, levels: MULTIPLES.filter((m) => m >= low * 0.99 && m <= high * 1.01) };
}

function pathOf(days: Int32Array, values: Float64Array, { x, y }: ReturnType<typeof scaleOf>): string {
  return Array.from(values, (value, k) => {
    const place = `${x(at(days, k)).toFixed(1)} ${y(value).toFixed(1)}`;
    return `${k === 0 ? 'M' : 'L'}${place}`;
  }).join('');
}

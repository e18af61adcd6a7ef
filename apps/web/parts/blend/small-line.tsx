'use client';

import { at, reduceCurves } from '@plateau/core';
import { memo } from 'react';

interface SmallLineProps {
  readonly days: Int32Array;
  readonly values: Float64Array;
  readonly width: number;
  readonly height: number;
  readonly stroke: string;
}

/** A curve as small as a word, for its shape alone. */
export const SmallLine = memo(function SmallLine({ days, values, width, height, stroke }: SmallLineProps) {
  const places = reduceCurves([values], 0, values.length - 1, width / 2);
  const shown = places.map((t) => at(values, t));
  const [low, high] = [Math.min(...shown), Math.max(...shown)];
  const [first, last] = [at(days, 0), at(days, days.length - 1)];
  const path = places
    .map((t, k) => {
      const x = ((at(days, t) - first) / Math.max(1, last - first)) * width;
      const y = height - 1 - ((at(values, t) - low) / Math.max(1e-9, high - low)) * (height - 2);
      return `${k === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
    })
    .join('');
  return (
    <svg aria-hidden viewBox={`0 0 ${width} ${height}`} width={width} height={height}>
      <path d={path} fill="none" stroke={stroke} strokeWidth={1.2} />
    </svg>
  );
});

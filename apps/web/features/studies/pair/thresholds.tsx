'use client';

import type { KeyboardEvent, PointerEvent } from 'react';
import { usePlotArea, useYAxisScale } from 'recharts';
import { ratio } from '@/ui/format.ts';

export interface Threshold {
  readonly key: 'in' | 'out' | 'stop';
  readonly name: string;
  readonly value: number;
  /** below and above this it may not go */
  readonly least: number;
  readonly most: number;
  readonly dashes: string;
}

interface ThresholdsProps {
  readonly thresholds: readonly Threshold[];
  /** @param isDone whether the hand has let go */
  readonly onTurn: (key: Threshold['key'], value: number, isDone: boolean) => void;
}

const STEP = 0.05;
const tidy = (value: number): number => Number((Math.round(value / STEP) * STEP).toFixed(2));

/** Lines of a chart of z that are dragged up and down, each with its mirror on the other side. */
export function Thresholds({ thresholds, onTurn }: ThresholdsProps) {
  const y = useYAxisScale();
  const area = usePlotArea();
  if (!y || !area) return null;
  const [zero, one] = [y(0) ?? 0, y(1) ?? 1];
  const valueAt = (pixel: number): number => (pixel - zero) / (one - zero || 1);
  return (
    <g>
      {thresholds.map(({ key, name, value, least, most, dashes }) => {
        const turn = (next: number, isDone: boolean): void =>
          onTurn(key, Math.min(most, Math.max(least, tidy(next))), isDone);
        const at = (event: PointerEvent<SVGGElement>): number => {
          const svg = event.currentTarget.ownerSVGElement;
          const top = svg?.getBoundingClientRect().top ?? 0;
          return Math.abs(valueAt(event.clientY - top));
        };
        const onKeyDown = (event: KeyboardEvent): void => {
          const by = { ArrowUp: STEP, ArrowDown: -STEP }[event.key];
          if (by === undefined) return;
          event.preventDefault();
          event.stopPropagation();
          turn(value + by, true);
        };
        const height = y(value);
        const mirror = y(-value);
        return (
          <g
            key={key}
            role="slider"
            aria-label={name}
            aria-valuenow={value}
            aria-valuemin={least}
            aria-valuemax={most}
            aria-orientation="vertical"
            tabIndex={0}
            onKeyDown={onKeyDown}
            onPointerDown={(event) => {
              event.stopPropagation();
              event.currentTarget.setPointerCapture(event.pointerId);
            }}
            onPointerMove={(event) => {
              if (event.currentTarget.hasPointerCapture(event.pointerId)) turn(at(event), false);
            }}
            onPointerUp={(event) => {
              if (event.currentTarget.hasPointerCapture(event.pointerId)) turn(at(event), true);
            }}
            className="cursor-ns-resize touch-none"
          >
            {[height, mirror].map((line, k) =>
              line === undefined ? null : (
                <g key={k === 0 ? 'above' : 'below'}>
                  <path d={`M${area.x} ${line}h${area.width}`} stroke="transparent" strokeWidth={9} />
                  <path
                    d={`M${area.x} ${line}h${area.width}`}
                    stroke="var(--accent)"
                    strokeWidth={1.3}
                    strokeDasharray={dashes}
                  />
                </g>
              ),
            )}
            {height !== undefined && (
              <text
                x={area.x + area.width - 4}
                y={height - 4}
                textAnchor="end"
                fontSize={11}
                fill="var(--accent)"
              >
                {name} {ratio(value)}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

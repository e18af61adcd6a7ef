'use client';

import { type CellPart, cellFiguresOf, type TerrainCell } from '@plateau/core';
import { Slider } from 'radix-ui';
import { useMemo } from 'react';
import { Checkbox } from '@/ui/checkbox.tsx';
import { percent } from '@/ui/format.ts';

interface LiveWithProps {
  readonly cells: readonly TerrainCell[];
  readonly part: CellPart;
  /** a drawdown, below 0; undefined while nothing is said */
  readonly value: number | undefined;
  /** @param isDone whether the hand has let go */
  readonly onChange: (value: number | undefined, isDone: boolean) => void;
}

/** The largest drawdown that one can live with: what fell deeper is struck out on the map. */
export function LiveWith({ cells, part, value, onChange }: LiveWithProps) {
  const { least, most } = useMemo(() => {
    const known = [...cellFiguresOf(cells, 'maxDrawdown', part)].filter((depth) => !Number.isNaN(depth));
    return known.length > 0
      ? { least: Math.min(...known), most: Math.max(...known) }
      : { least: -1, most: 0 };
  }, [cells, part]);
  return (
    <div className="flex items-center gap-2">
      <Checkbox
        checked={value !== undefined}
        onChange={(on) => onChange(on ? round((least + most) / 2) : undefined, true)}
      >
        The maximum drawdown I can live with
      </Checkbox>
      {value !== undefined && (
        <>
          <Slider.Root
            value={[Math.min(most, Math.max(least, value))]}
            min={least}
            max={most}
            step={0.001}
            onValueChange={([next]) => next !== undefined && onChange(round(next), false)}
            onValueCommit={([next]) => next !== undefined && onChange(round(next), true)}
            className="relative flex h-5 w-32 touch-none items-center"
          >
            <Slider.Track className="relative h-[3px] flex-1 bg-sunk">
              <Slider.Range className="absolute h-full bg-accent" />
            </Slider.Track>
            <Slider.Thumb
              aria-label="The maximum drawdown I can live with"
              aria-valuetext={percent(value)}
              className="block size-4 rounded-full border-2 border-accent bg-raised hover:bg-accent-paper"
            />
          </Slider.Root>
          <strong>{percent(value)}</strong>
        </>
      )}
    </div>
  );
}

const round = (value: number): number => Math.round(value * 1000) / 1000;

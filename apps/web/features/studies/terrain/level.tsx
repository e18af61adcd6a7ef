'use client';

import { Slider } from 'radix-ui';
import { Button } from '@/ui/button';
import { TINTS } from './map-parts.ts';

interface LevelProps {
  readonly least: number;
  readonly most: number;
  /** an elevation */
  readonly level: number;
  readonly write: (elevation: number) => string;
  /** where the benchmark stands, if it has the figure */
  readonly held: number | undefined;
  /** @param isDone whether the hand has let go */
  readonly onLevel: (level: number, isDone: boolean) => void;
  /** back to the study's own height; undefined where it stands there */
  readonly onOwn: (() => void) | undefined;
}

const STEPS = 200;

/** The water level: what lies under it does not count. Its track is the map's legend. */
export function Level({ least, most, level, write, held, onLevel, onOwn }: LevelProps) {
  const step = (most - least) / STEPS || 1;
  const at = Math.min(most, Math.max(least, level));
  return (
    <div className="flex w-24 shrink-0 flex-col items-start gap-1">
      <span className="text-soft">Water level</span>
      <strong data-testid="water-level">{write(level)}</strong>
      <div className="flex gap-1.5">
        <Slider.Root
          orientation="vertical"
          value={[at]}
          min={least}
          max={most}
          step={step}
          onValueChange={([next]) => next !== undefined && onLevel(next, false)}
          onValueCommit={([next]) => next !== undefined && onLevel(next, true)}
          className="relative flex h-64 w-6 touch-none justify-center"
        >
          <Slider.Track className="relative w-4 border border-strong">
            {Array.from({ length: TINTS }, (_x, k) => (
              <span
                key={`tint ${TINTS - k}`}
                className="block w-full"
                style={{ height: `${100 / TINTS}%`, background: `var(--tint-${TINTS - k})` }}
              />
            ))}
            <Slider.Range className="absolute bottom-0 w-full bg-[var(--water)]" />
            {held !== undefined && held >= least && held <= most && (
              <span
                className="absolute -left-1 w-6 border-t-2 border-dashed border-[var(--benchmark)]"
                style={{ bottom: `${(100 * (held - least)) / (most - least || 1)}%` }}
              />
            )}
          </Slider.Track>
          <Slider.Thumb
            aria-label="Water level"
            aria-valuetext={write(level)}
            className="block h-2.5 w-7 rounded-sm border-2 border-accent bg-raised hover:bg-accent-paper"
          />
        </Slider.Root>
        <div className="flex h-64 flex-col justify-between text-[0.85rem] text-soft">
          {[1, 0.75, 0.5, 0.25, 0].map((share) => (
            <span key={share}>{write(least + share * (most - least))}</span>
          ))}
        </div>
      </div>
      {onOwn && (
        <Button className="px-1.5" onClick={onOwn}>
          As asked
        </Button>
      )}
    </div>
  );
}

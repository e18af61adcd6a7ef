'use client';

import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { equalShares, inverseVolatilityShares, made100, sharesAround } from '@plateau/core';
import { useRef } from 'react';
import { blendText } from '@/model/blend/fields.ts';
import {
  type PartInDraft,
  partsOf,
  shareOf,
  withPartMoved,
  withPartRemoved,
  withShares,
} from '@/model/blend/parts.ts';
import type { Surroundings } from '@/model/blend/read.ts';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { editBlend, moveBlendTexts } from '@/store/blends/actions.ts';
import { Button } from '@/ui/button';
import { percent } from '@/ui/format.ts';
import type { LiveBlend } from '../result/use-live-blend.ts';
import { AddParts } from './add-parts.tsx';
import { PartRow } from './part-row.tsx';

interface PartsListProps {
  readonly blend: Sheet;
  readonly live: LiveBlend;
  readonly around: Surroundings;
  readonly lit: number | undefined;
  readonly onLit: (part: number | undefined) => void;
}

const sumOf = (shares: readonly number[]): number => Number(shares.reduce((a, b) => a + b, 0).toFixed(6));

const sharesOf = (parts: readonly PartInDraft[], shares: readonly number[]) =>
  withShares(new Map(parts.map(({ id }, k) => [id, shares[k] ?? 0])));

/** The parts in their order: shares by slider and number, each with its small curve; moved by hand or by keys. */
export function PartsList({ blend, live, around, lit, onLit }: PartsListProps) {
  const { draft } = blend;
  const parts = partsOf(draft);
  const shares = parts.map(shareOf);
  const sum = sumOf(shares);
  const apart = blendText(draft, 'form') === 'apart';
  const equalWeights = apart && blendText(draft, 'weights') === 'equal';
  /** the shares as a drag of a slider found them: what made room for it comes back as it goes back */
  const before = useRef<readonly number[] | undefined>(undefined);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor),
  );

  const slide = (place: number, share: number): void => {
    const part = parts[place];
    if (!part) return;
    const found = before.current;
    const isHeld = found !== undefined;
    if (!isHeld) before.current = shares;
    const moved = apart
      ? sharesOf(parts, sharesAround(found ?? shares, place, share))
      : withShares(new Map([[part.id, share]]));
    moveBlendTexts(moved, isHeld);
  };
  const remove = ({ id }: PartInDraft): void => {
    const rest = parts.filter((part) => part.id !== id);
    const whole = apart && Math.abs(sum - 100) < 1e-6 && rest.length > 0;
    editBlend({
      ...withPartRemoved(draft, id),
      ...(whole && sharesOf(rest, made100(rest.map(shareOf)))),
    });
  };
  const drop = ({ active, over }: DragEndEvent): void => {
    const to = parts.findIndex(({ id }) => id === over?.id);
    if (to >= 0 && active.id !== over?.id) editBlend(withPartMoved(draft, String(active.id), to));
  };
  const byVolatility = (): void => {
    const volatilities = parts.map(({ id, kind }) => {
      const k = live.parts.findIndex((part) => part.id === id);
      return kind === 'cash' ? undefined : live.run?.beside?.parts[k]?.alone.volatility;
    });
    editBlend(sharesOf(parts, inverseVolatilityShares(volatilities, made100(shares))));
  };
  const fault = live.problems.find(({ path }) => path === 'parts');
  return (
    <fieldset className="border-t border-hairline pt-2 pb-2">
      <legend className="sr-only">Parts</legend>
      <div className="mb-1 flex flex-wrap items-center gap-2">
        <h2 aria-hidden className="font-serif text-base">
          Parts
        </h2>
        {parts.length > 0 && (
          <span className={fault ? 'text-loss' : 'text-soft'}>
            {equalWeights
              ? 'weights are equal; shares are not read'
              : `shares add up to ${percent(sum / 100, sum % 1 === 0 ? 0 : 2)}`}
          </span>
        )}
      </div>
      {fault && (
        <p role="alert" className="mb-1 text-loss">
          {fault.message}
        </p>
      )}
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={drop}
        accessibility={{
          screenReaderInstructions: {
            draggable:
              'Space picks a part up, arrow keys move it, space puts it down, escape leaves it where it was.',
          },
        }}
      >
        <ul aria-label="Parts of the blend">
          {parts.map((part, place) => (
            <PartRow
              key={part.id}
              blend={blend}
              part={part}
              place={place}
              count={parts.length}
              live={live}
              around={around}
              lit={lit}
              onLit={onLit}
              onSlide={(share) => slide(place, share)}
              onSlid={() => {
                before.current = undefined;
              }}
              onMove={(to) => editBlend(withPartMoved(draft, part.id, to))}
              onRemove={() => remove(part)}
            />
          ))}
        </ul>
      </DndContext>
      {parts.length > 1 && (
        <div className="flex flex-wrap gap-2 pt-2" role="group" aria-label="Shares">
          <Button onClick={() => editBlend(sharesOf(parts, equalShares(parts.length)))}>Equal</Button>
          <Button disabled={!live.run?.beside} onClick={byVolatility}>
            By inverse volatility
          </Button>
          <Button disabled={sum === 100} onClick={() => editBlend(sharesOf(parts, made100(shares)))}>
            Make 100
          </Button>
        </div>
      )}
      <AddParts blend={blend} apart={apart} />
    </fieldset>
  );
}

'use client';

import type { Comparison } from '@plateau/core';
import Joi from 'joi';
import { X } from 'lucide-react';
import { InstrumentPicker } from '@/parts/instrument-picker.tsx';
import { comparisonName } from '@/parts/report/comparison-name.ts';
import { useKept } from '@/store/setting.ts';
import { IconButton } from '@/ui/button';
import { Checkbox } from '@/ui/checkbox.tsx';

const MOST = 4;

const OTHERS: readonly Exclude<Comparison['kind'], 'held'>[] = ['universe', 'cash', 'scaled'];
const KEY = 'beside';
const NONE: readonly Comparison[] = [];
const kind = Joi.array().items(
  Joi.object({ kind: Joi.valid('held').required(), symbol: Joi.string().required() }),
  Joi.object({ kind: Joi.valid('universe', 'cash', 'scaled').required() }),
);

/** The curves chosen to be held against runs, kept from visit to visit; undefined until they are known. */
export function useComparisons() {
  const [chosen, change] = useKept(KEY, kind, NONE);
  return [chosen, (make: ChangeChosen): void => void change((now) => make(now).slice(0, MOST))] as const;
}

export type ChangeChosen = (now: readonly Comparison[]) => readonly Comparison[];

interface ComparisonChoiceProps {
  readonly chosen: readonly Comparison[];
  readonly onChange: (change: ChangeChosen) => void;
}

const isSame =
  (one: Comparison) =>
  (other: Comparison): boolean =>
    one.kind === other.kind && !(one.kind === 'held' && other.kind === 'held' && one.symbol !== other.symbol);

/** Which other curves stand beside the strategy's. */
export function ComparisonChoice({ chosen, onChange }: ComparisonChoiceProps) {
  const full = chosen.length >= MOST;
  const add = (one: Comparison): void => onChange((now) => (now.some(isSame(one)) ? now : [...now, one]));
  const remove = (one: Comparison): void => onChange((now) => now.filter((other) => !isSame(one)(other)));
  return (
    <div role="group" aria-label="Beside it" className="flex flex-wrap items-center gap-x-3 gap-y-1">
      <span className="text-soft">Beside it</span>
      {OTHERS.map((kind) => {
        const on = chosen.some((one) => one.kind === kind);
        return (
          <Checkbox
            key={kind}
            checked={on}
            disabled={!on && full}
            onChange={() => (on ? remove : add)({ kind })}
          >
            {comparisonName({ comparison: { kind } })}
          </Checkbox>
        );
      })}
      {chosen.map(
        (one) =>
          one.kind === 'held' && (
            <span key={one.symbol} className="flex items-center">
              {one.symbol}
              <IconButton
                label={`${one.symbol} no more`}
                icon={X}
                className="!size-5"
                onClick={() => remove(one)}
              />
            </span>
          ),
      )}
      <InstrumentPicker
        label="Hold beside it"
        value=""
        placeholder="an instrument"
        disabled={full}
        onPick={(symbol) => add({ kind: 'held', symbol })}
      />
    </div>
  );
}

'use client';

import type { Comparison } from '@plateau/core';
import { useLiveQuery } from 'dexie-react-hooks';
import Joi from 'joi';
import { X } from 'lucide-react';
import { InstrumentPicker } from '@/parts/instrument-picker.tsx';
import { comparisonName } from '@/parts/report/comparison-name.ts';
import { changeSetting, readSetting } from '@/store/setting.ts';
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
  const chosen = useLiveQuery(() => readSetting(KEY, kind, NONE), []);
  const keep = (value: readonly Comparison[]): void => {
    void changeSetting(KEY, kind, NONE, () => value);
  };
  return [chosen, keep] as const;
}

interface ComparisonChoiceProps {
  readonly chosen: readonly Comparison[];
  readonly onChange: (next: readonly Comparison[]) => void;
}

/** Which other curves stand beside the strategy's. */
export function ComparisonChoice({ chosen, onChange }: ComparisonChoiceProps) {
  const full = chosen.length >= MOST;
  const add = (symbol: string): void => {
    if (!chosen.some((one) => one.kind === 'held' && one.symbol === symbol))
      onChange([...chosen, { kind: 'held', symbol }]);
  };
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
            onChange={() => onChange(on ? chosen.filter((one) => one.kind !== kind) : [...chosen, { kind }])}
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
                onClick={() => onChange(chosen.filter((other) => other !== one))}
              />
            </span>
          ),
      )}
      <InstrumentPicker
        label="Hold beside it"
        value=""
        placeholder="an instrument"
        disabled={full}
        onPick={add}
      />
    </div>
  );
}

'use client';

import type { Comparison } from '@plateau/core';
import { useLiveQuery } from 'dexie-react-hooks';
import Joi from 'joi';
import { Plus, X } from 'lucide-react';
import { type FormEvent, useState } from 'react';
import { useSymbols } from '@/store/market/listings.ts';
import { changeSetting, readSetting } from '@/store/setting.ts';
import { Button, IconButton } from '@/ui/button';
import { ratio } from '@/ui/format.ts';
import { SymbolField } from '@/ui/symbol-field.tsx';

const MOST = 4;

export function comparisonName({ comparison, times }: { comparison: Comparison; times?: number }): string {
  switch (comparison.kind) {
    case 'held':
      return `${comparison.symbol} held`;
    case 'universe':
      return 'Universe, equal weights';
    case 'cash':
      return 'Cash';
    case 'scaled':
      return times === undefined ? 'At the benchmark’s volatility' : `Strategy × ${ratio(times)}`;
  }
}

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
  const [fault, setFault] = useState<string>();
  const symbols = useSymbols();
  const full = chosen.length >= MOST;
  const add = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    const form = event.currentTarget;
    const symbol = String(new FormData(form).get('symbol')).trim().toUpperCase();
    if (!symbols.includes(symbol)) return setFault(`There is no instrument ${symbol || 'without a symbol'}.`);
    setFault(undefined);
    if (!chosen.some((one) => one.kind === 'held' && one.symbol === symbol))
      onChange([...chosen, { kind: 'held', symbol }]);
    form.reset();
  };
  return (
    <div role="group" aria-label="Beside it" className="flex flex-wrap items-center gap-x-3 gap-y-1">
      <span className="text-soft">Beside it</span>
      {OTHERS.map((kind) => {
        const on = chosen.some((one) => one.kind === kind);
        return (
          <label key={kind} className="flex items-center gap-1">
            <input
              type="checkbox"
              checked={on}
              disabled={!on && full}
              onChange={() =>
                onChange(on ? chosen.filter((one) => one.kind !== kind) : [...chosen, { kind }])
              }
              className="accent-[var(--accent)]"
            />
            {comparisonName({ comparison: { kind } })}
          </label>
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
      <form onSubmit={add} className="flex items-center gap-1" aria-label="Another instrument beside it">
        <SymbolField
          name="symbol"
          aria-label="Symbol to hold beside it"
          symbols={symbols}
          placeholder="symbol"
          disabled={full}
          className="w-24 px-1.5 py-0.5"
        />
        <Button type="submit" disabled={full} className="px-1.5" aria-label="Hold it beside the strategy">
          <Plus size={13} aria-hidden />
        </Button>
      </form>
      {fault && (
        <span role="alert" className="text-loss">
          {fault}
        </span>
      )}
    </div>
  );
}

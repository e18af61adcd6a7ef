// The variant that a sheet's edits are compared with, where the trader has set one.

import { at, barsPerYear } from '@plateau/core';
import Joi from 'joi';
import { useMemo } from 'react';
import type { LogEntry } from '@/model/logbook/entry.ts';
import { seenOf } from '@/model/logbook/seen.ts';
import { readDraft } from '@/model/sheet/read.ts';
import { useSetting } from '@/store/setting.ts';
import type { Curve } from '../live/use-live.ts';

export interface Baseline {
  readonly entry: LogEntry;
  readonly curve: Curve;
}

/**
 * @param entries the sheet's variants
 * @param shut the first day that may not be seen: a variant that ran on is no baseline while it is veiled
 * @returns also what sets another, by its key, or none
 */
export function useBaseline(
  sheet: string,
  entries: readonly LogEntry[],
  shut: number,
): readonly [Baseline | undefined, (key: string | undefined) => void] {
  const [key, keep] = useSetting<string>(`baseline ${sheet}`, Joi.string().allow(''), '');
  const entry = key === '' ? undefined : entries.find((one) => one.key === key);
  const baseline = useMemo(
    () => (entry && seenOf(entry, shut) ? baselineOf(entry) : undefined),
    [entry, shut],
  );
  return [baseline, (next) => keep(next ?? '')];
}

function baselineOf(entry: LogEntry): Baseline {
  const read = readDraft(entry.draft);
  const { curve, figures } = entry;
  const capital = read.ok ? read.request.strategy.account.capital : at(curve.equity, 0);
  const yearly = barsPerYear(read.ok ? read.request.strategy.bars : 'day');
  return {
    entry,
    curve: { days: curve.days, equity: curve.equity, figures, capital, barsPerYear: yearly },
  };
}

/** What a variant is called where it is compared with. */
export const baselineName = ({ entry: { name, changed } }: Baseline): string => name || changed;

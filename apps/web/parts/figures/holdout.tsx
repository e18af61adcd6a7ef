'use client';

import { figureEntry, isoFromDay, type SpanFigures } from '@plateau/core';
import { Eye, EyeOff } from 'lucide-react';
import { HelpMark } from '@/parts/help-mark.tsx';
import { Button } from '@/ui/button';
import { count, written } from '@/ui/format.ts';

const times = (n: number): string => (n === 1 ? 'once' : n === 2 ? 'twice' : `${count(n)} times`);

interface HoldoutProps {
  /** the first day that is held back */
  readonly from: string;
  readonly isOpen: boolean;
  /** how often it has been looked at */
  readonly openings: number;
  readonly onOpen: () => void;
}

/** What is held back, how to open it, and how often that was done. */
export function Holdout({ from, isOpen, openings, onOpen }: HoldoutProps) {
  const looked = openings > 0 ? ` Opened ${times(openings)} so far.` : ' Never opened so far.';
  if (isOpen) {
    return (
      <p className="flex items-center gap-2 border-b border-hairline py-1">
        <Eye size={14} aria-hidden className="text-accent" />
        Out-of-sample from {from} is open for this variant; the next change veils it again.{looked}
      </p>
    );
  }
  return (
    <p className="flex items-center gap-2 border-b border-hairline py-1">
      <EyeOff size={14} aria-hidden className="text-accent" />
      Veiled: nothing from {from} on is in any figure or curve.{looked}
      <HelpMark about="veil" />
      <Button className="ml-auto" onClick={onOpen}>
        Open out-of-sample
      </Button>
    </p>
  );
}

/** Of the strategy's span figures; the first three its benchmark has too. */
const ROWS = ['cagr', 'maxDrawdown', 'sharpe', 'trades', 'winRate', 'expectancy'] as const;

function theirs({ benchmark }: SpanFigures, key: (typeof ROWS)[number]): string {
  return key in benchmark ? written(benchmark[key as keyof typeof benchmark], figureEntry(key).kind) : '';
}

/** In-sample and out-of-sample side by side, each with the benchmark's. */
export function Halves({
  halves,
  benchmark,
}: {
  halves: readonly [SpanFigures, SpanFigures];
  benchmark: string;
}) {
  return (
    <table className="mt-2 w-full text-right" aria-label="In-sample and out-of-sample">
      <thead>
        <tr className="border-b border-hairline">
          <th scope="col" className="text-left font-normal text-soft">
            from {isoFromDay(halves[1].from)}
          </th>
          <th scope="col" colSpan={2}>
            In-sample
          </th>
          <th scope="col" colSpan={2}>
            Out-of-sample
          </th>
        </tr>
      </thead>
      <tbody>
        {ROWS.map((key) => (
          <tr key={key} className="border-b border-hairline">
            <th scope="row" className="text-left font-normal">
              {figureEntry(key).name}
            </th>
            {halves.flatMap((half, k) => [
              <td key={`${half.from} ours`} className={k === 1 ? 'pl-2 font-semibold' : 'pl-2'}>
                {written(half.strategy[key], figureEntry(key).kind)}
              </td>,
              <td key={`${half.from} theirs`} className="pl-1 text-soft" title={`${benchmark} held`}>
                {theirs(half, key)}
              </td>,
            ])}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

'use client';

import { compareRuns, entrySession, exitSession, type RunPair } from '@plateau/core';
import { useMemo, useState } from 'react';
import { EntryDay, ExitDay } from '@/parts/trades/fill-day.tsx';
import { TradesTable } from '@/parts/trades/trades-table.tsx';
import { dataColumn as column, type DataColumn, DataTable } from '@/ui/data-table.tsx';
import { count, money, percent } from '@/ui/format.ts';
import { Select } from '@/ui/select.tsx';
import { Toggle } from '@/ui/toggle.tsx';
import type { Shown } from './shown.ts';

type Part = 'first' | 'second' | 'both';
type Pair = RunPair['shared'][number];

const columns: DataColumn<Pair>[] = [
  column('symbol', 'Symbol', (p) => p.first.symbol, { width: 60, left: true, show: (p) => p.first.symbol }),
  column('side', 'Side', (p) => p.first.side, { width: 44, left: true, show: (p) => p.first.side }),
  column('entry', 'Entry', (p) => entrySession(p.first).day, {
    width: 76,
    left: true,
    show: (p) => <EntryDay of={p.first} />,
  }),
  column('exit1', 'Exit, first', (p) => exitSession(p.first)?.day, {
    width: 80,
    left: true,
    show: (p) => <ExitDay of={p.first} />,
  }),
  column('exit2', 'Exit, second', (p) => exitSession(p.second)?.day, {
    width: 80,
    left: true,
    show: (p) => <ExitDay of={p.second} />,
  }),
  column('return1', 'Return, first', (p) => p.first.return, {
    width: 80,
    show: (p) => percent(p.first.return),
  }),
  column('return2', 'Return, second', (p) => p.second.return, {
    width: 80,
    show: (p) => percent(p.second.return),
  }),
  column('profit1', 'Profit, first', (p) => p.first.profit, {
    width: 80,
    show: (p) => money(p.first.profit),
  }),
  column('profit2', 'Profit, second', (p) => p.second.profit, {
    width: 80,
    show: (p) => money(p.second.profit),
  }),
  column('more', 'The first made more by', (p) => p.more, {
    width: 110,
    signed: true,
    show: (p) => money(p.more),
  }),
];

interface TradesApartProps {
  readonly shown: readonly Shown[];
  readonly names: readonly string[];
}

/** The trades of two of the runs, row by row: those of one alone, of the other alone, and of both. */
export function TradesApart({ shown, names }: TradesApartProps) {
  const [own, setOwn] = useState(0);
  const [other, setOther] = useState(1);
  const [part, setPart] = useState<Part>('first');
  const [first, second] = [shown[own] ?? shown[0], shown[other] ?? shown[1]];
  const pair = useMemo(
    () => (first && second ? compareRuns(first.run, second.run) : undefined),
    [first, second],
  );
  if (!pair) return null;
  const { onlyFirst, onlySecond, shared } = pair;
  const choice = (label: string, value: number, onChange: (k: number) => void) => (
    <Select
      label={label}
      value={String(value)}
      choices={names.map((name, k) => [String(k), name])}
      onChange={(k) => onChange(Number(k))}
    />
  );
  return (
    <section aria-label="Trades apart" className="grid gap-2">
      <div className="flex flex-wrap items-center gap-2">
        Trades of {choice('The first', own, setOwn)} and {choice('The second', other, setOther)}
        <Toggle
          label="Which trades"
          value={part}
          choices={[
            ['first', `only the first, ${count(onlyFirst.trades.length)}, ${money(onlyFirst.profit)}`],
            ['second', `only the second, ${count(onlySecond.trades.length)}, ${money(onlySecond.profit)}`],
            ['both', `both, ${count(shared.length)}`],
          ]}
          onChange={setPart}
        />
      </div>
      <div className="h-80">
        {part === 'both' ? (
          <DataTable
            label="Trades of both"
            rows={shared}
            columns={columns}
            empty="No trade was entered by both on one day."
          />
        ) : (
          <TradesTable
            key={part}
            trades={part === 'first' ? onlyFirst.trades : onlySecond.trades}
            name={`${names[part === 'first' ? own : other]} alone`}
          />
        )}
      </div>
    </section>
  );
}

'use client';

import { parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { isBlendRun, type KeptRun } from '@/model/rows.ts';
import { Select } from '@/ui/select.tsx';

const ORDERS = [
  ['newest', 'newest first'],
  ['name', 'by name'],
  ['cagr', 'highest CAGR first'],
  ['maxDrawdown', 'smallest drawdown first'],
  ['mar', 'highest MAR first'],
] as const;
type Order = (typeof ORDERS)[number][0];

const PARTS = {
  find: parseAsString.withDefault(''),
  order: parseAsStringLiteral(ORDERS.map(([order]) => order)).withDefault('newest'),
};

/** What of the kept runs is listed, and how, as the address has it. */
export const useFinding = () => useQueryStates(PARTS, { history: 'replace' });
type FindingOf = ReturnType<typeof useFinding>[0];

interface FindingProps {
  readonly finding: FindingOf;
  readonly onFinding: (change: Partial<FindingOf>) => unknown;
}

/** Searches and sorts the kept runs. */
export function Finding({ finding: { find, order }, onFinding }: FindingProps) {
  return (
    <div className="grid gap-1 px-3 pb-2">
      <input
        type="search"
        value={find}
        onChange={(event) => onFinding({ find: event.target.value })}
        aria-label="Search the runs"
        placeholder="Name, note, universe, rules …"
        className="min-w-0 rounded-sm border border-hairline bg-raised px-2 py-0.5"
      />
      <Select<Order>
        label="Order of the runs"
        value={order}
        choices={ORDERS}
        onChange={(to) => onFinding({ order: to })}
      />
    </div>
  );
}

/** The runs that have every word, in the order asked for; undefined figures come last. */
export function inOrder(runs: readonly KeptRun[], { find, order }: FindingOf): readonly KeptRun[] {
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const found = runs.filter((run) => {
    const text = textOf(run).toLowerCase();
    return words.every((word) => text.includes(word));
  });
  if (order === 'newest') return found;
  if (order === 'name') return [...found].sort((a, b) => a.name.localeCompare(b.name));
  const value = (run: KeptRun): number => JSON.parse(run.summary).figures[order] ?? -Infinity;
  return [...found].sort((a, b) => value(b) - value(a));
}

function textOf(run: KeptRun): string {
  const ran = isBlendRun(run) ? run.blend : run.request.strategy;
  return `${run.name} ${run.note ?? ''} ${run.universeName} ${JSON.stringify(ran)}`;
}

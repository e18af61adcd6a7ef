import { compareRuns } from '@plateau/core';
import { count, money, ratio } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import type { Shown } from './shown.ts';

interface PairsProps {
  readonly shown: readonly Shown[];
  readonly names: readonly string[];
}

/** How alike each two of the runs are. */
export function Pairs({ shown, names }: PairsProps) {
  const pairs = shown.flatMap((a, i) =>
    shown.slice(i + 1).map((b, j) => ({
      name: `${names[i]} and ${names[i + 1 + j]}`,
      pair: compareRuns(a.run, b.run),
    })),
  );
  if (pairs.length === 0) return null;
  return (
    <PlainTable
      label="How alike they are"
      head={[
        '',
        'Correlation by bar',
        'by month',
        'Trades of both',
        'Only the first',
        'made',
        'Only the second',
        'made',
      ]}
      rows={pairs.map(({ name, pair }) => [
        name,
        ratio(pair.byBar),
        ratio(pair.byMonth),
        count(pair.shared.length),
        count(pair.onlyFirst.trades.length),
        money(pair.onlyFirst.profit),
        count(pair.onlySecond.trades.length),
        money(pair.onlySecond.profit),
      ])}
    />
  );
}

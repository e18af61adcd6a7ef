import { isoFromDay, type Report } from '@plateau/core';
import { count, money, percent } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';

/** The deepest falls, and what the deepest felt like. */
export function DrawdownsSection({ rows, benchmark }: { rows: Report['drawdowns']; benchmark: string }) {
  const [deepest] = rows;
  if (!deepest) return <p className="text-soft">The account never stood below an earlier peak.</p>;
  const longest = rows.find(({ isLongest }) => isLongest) ?? deepest;
  return (
    <>
      <PlainTable
        label="Deepest drawdowns"
        head={['Peak', 'Bottom', 'Recovery', 'Days', 'Depth', 'Money lost', `${benchmark} meanwhile`]}
        rows={rows.map((row) => [
          isoFromDay(row.start),
          isoFromDay(row.bottom),
          row.recovery === undefined ? 'not yet' : isoFromDay(row.recovery),
          row.isLongest ? <strong key="longest">{count(row.days)}, the longest</strong> : count(row.days),
          <span key="d" className="text-loss">
            {percent(row.depth)}
          </span>,
          money(row.peakMoney - row.bottomMoney),
          percent(row.benchmark),
        ])}
      />
      <p className="pt-2">
        What it felt like: the account stood at {money(deepest.peakMoney)} on {isoFromDay(deepest.start)} and
        at {money(deepest.bottomMoney)} on {isoFromDay(deepest.bottom)}. The longest wait was{' '}
        {count(longest.days)} days, from {isoFromDay(longest.start)}
        {longest.recovery === undefined ? ', and is not over.' : ` to ${isoFromDay(longest.recovery)}.`}
      </p>
    </>
  );
}

import type { CandidateOnDay } from '@plateau/core';
import { VERDICTS } from '@/parts/trades/verdicts.ts';
import { ratio } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';

interface CandidatesProps {
  readonly rows: readonly CandidateOnDay[];
  readonly marked?: string;
  /** of a blend: the names of its parts */
  readonly parts?: readonly string[] | undefined;
}

/** All that was decided on a day, in its order, with what became of it. */
export function Candidates({ rows, marked, parts }: CandidatesProps) {
  return (
    <PlainTable
      label="Candidates of the day"
      head={['Candidate', '', ...(parts ? ['Part'] : []), 'Side', 'Rank value', 'Outcome']}
      rows={rows.map(({ part, symbol, side, rank, outcome }, k) => [
        symbol === marked ? <strong key="s">{symbol}</strong> : symbol,
        k + 1,
        ...(parts ? [parts[part] ?? ''] : []),
        side,
        ratio(rank, 4),
        <span key="o" className="block text-left">
          {VERDICTS[outcome]}
        </span>,
      ])}
    />
  );
}

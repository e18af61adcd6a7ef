import type { CandidateOnDay, DayVerdict } from '@plateau/core';
import { ratio } from '@/ui/format.ts';
import { PlainTable } from './report/plain-table.tsx';

export const VERDICTS: Readonly<Record<DayVerdict, string>> = {
  taken: 'taken',
  shrunk: 'taken, with fewer shares for want of cash',
  held: 'held already',
  'held-elsewhere': 'held by another part',
  opposed: 'held by another part on the other side',
  'no-bar': 'no bar to fill on',
  'no-slot': 'no slot was free',
  'day-limit': 'the day’s limit was reached',
  'group-full': 'its group was full',
  'too-small': 'too small',
  'no-cash': 'no cash',
  crumb: 'a crumb of the size',
  'both-sides': 'asked for on both sides',
  'no-rank': 'its rank is undefined',
  holding: 'held',
  'no-member': 'no member of the universe',
  rule: 'the rule did not hold',
  'no-review': 'the rule held, but its day was not asked for',
};

/** All that was decided on a day, in its order, with what became of it. */
export function Candidates({ rows, marked }: { rows: readonly CandidateOnDay[]; marked?: string }) {
  return (
    <PlainTable
      label="Candidates of the day"
      head={['Candidate', '', 'Side', 'Rank value', 'Outcome']}
      rows={rows.map(({ symbol, side, rank, outcome }, k) => [
        symbol === marked ? <strong key="s">{symbol}</strong> : symbol,
        k + 1,
        side,
        ratio(rank, 4),
        <span key="o" className="block text-left">
          {VERDICTS[outcome]}
        </span>,
      ])}
    />
  );
}

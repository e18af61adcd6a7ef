'use client';

import { isoFromDay, type PairRound } from '@plateau/core';
import { ROUND_ENDS } from '@/model/studies/reason-words.ts';
import { DataTable, dataColumn } from '@/ui/data-table.tsx';
import { count, money } from '@/ui/format.ts';

const COLUMNS = [
  dataColumn<PairRound>('round', 'Round', ({ round }) => round, {
    width: 70,
    left: true,
    show: ({ round }) => round,
  }),
  dataColumn<PairRound>('side', 'The spread', ({ side }) => side, {
    width: 90,
    left: true,
    show: ({ side }) => side,
  }),
  dataColumn<PairRound>('from', 'In', ({ from }) => from, {
    width: 100,
    left: true,
    show: ({ from }) => isoFromDay(from),
  }),
  dataColumn<PairRound>('to', 'Out', ({ to }) => to, {
    width: 100,
    left: true,
    show: ({ to }) => (to === undefined ? 'open' : isoFromDay(to)),
  }),
  dataColumn<PairRound>('reason', 'Because', ({ reason }) => reason, {
    width: 110,
    left: true,
    show: ({ reason }) => (reason === undefined ? '' : (ROUND_ENDS[reason] ?? reason)),
  }),
  dataColumn<PairRound>('barsHeld', 'Bars', ({ barsHeld }) => barsHeld, {
    width: 70,
    show: ({ barsHeld }) => count(barsHeld),
  }),
  dataColumn<PairRound>('profit', 'Profit', ({ profit }) => profit, {
    width: 100,
    signed: true,
    show: ({ profit }) => money(profit),
  }),
];

interface RoundsTableProps {
  readonly rounds: readonly PairRound[];
  readonly open: PairRound | undefined;
  readonly onOpen: (round: PairRound) => void;
}

/** Every round; one opens to both of its legs. */
export function RoundsTable({ rounds, open, onOpen }: RoundsTableProps) {
  return (
    <div className="h-56 max-w-4xl">
      <DataTable
        label="Rounds"
        rows={rounds}
        columns={COLUMNS}
        onOpen={onOpen}
        isOpen={({ round }) => round === open?.round}
        empty="The spread never went far enough to be entered."
      />
    </div>
  );
}

'use client';

import {
  type PairRow,
  type PairSearch,
  type PairStudy,
  pairsByLuck,
  UNIT_ROOT_CRITICAL,
} from '@plateau/core';
import { studyTables } from '@plateau/files';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { nameOfStudy, type StoredStudy } from '@/model/studies/stored-study.ts';
import { TableOut } from '@/parts/table-out.tsx';
import { addStudy } from '@/store/studies/studies.ts';
import { told } from '@/store/told.ts';
import { DataTable, dataColumn } from '@/ui/data-table.tsx';
import { FilterField } from '@/ui/filter-field.tsx';
import { count, ratio } from '@/ui/format.ts';
import { readFilter } from '@/ui/row-filter.ts';
import { Answered } from '../frame/answered.tsx';

interface SearchViewProps {
  readonly row: StoredStudy;
  readonly study: PairStudy;
  /** undefined while it runs */
  readonly search: PairSearch | undefined;
  readonly rows: readonly PairRow[];
}

const number = (id: keyof PairRow, title: string, digits = 2, width = 100) =>
  dataColumn<PairRow>(
    id,
    title,
    (row) => {
      const value = row[id] as number;
      return Number.isNaN(value) ? undefined : value;
    },
    { width, show: (row) => ratio(row[id] as number, digits) },
  );

const COLUMNS = [
  dataColumn<PairRow>('pair', 'Y against X', ({ y, x }) => `${y} ${x}`, {
    width: 130,
    left: true,
    show: ({ y, x }) => `${y}, ${x}`,
  }),
  number('unitRootT', 'Unit-root t'),
  number('halfLife', 'Half-life', 1),
  number('r2', 'R² of the fit'),
  number('b', 'b', 4),
  number('n', 'Training bars', 0),
  number('rounds', 'Rounds', 0),
  number('training', 'Sharpe, training', 2, 120),
  number('test', 'Sharpe after it', 2, 120),
];
const FIELDS = ['y', 'x', 'unitRootT', 'halfLife', 'r2', 'b', 'rounds', 'training', 'test'];

/** All pairs by how hard they are to call a random walk in the training, beside what they did after it. */
export function SearchView({ row, study, search, rows }: SearchViewProps) {
  const router = useRouter();
  const [filter, setFilter] = useState('');
  const read = useMemo(() => readFilter(filter, FIELDS), [filter]);
  const shown = useMemo(
    () => (read.ok && filter ? rows.filter((one) => read.test({ ...one })) : rows),
    [rows, read, filter],
  );
  const name = nameOfStudy(row);
  const open = async ({ y, x }: PairRow): Promise<void> => {
    const { search: _search, ...rest } = study;
    const id = await addStudy({ ...rest, universe: '', y, x, name: `${y} and ${x}` }, row.origin);
    router.push(`/studies?study=${id}`);
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4 pt-2">
      {search && <Answered sentences={searchVerdict(search)} />}
      <div className="h-[32rem]">
        <DataTable
          label="Pairs"
          rows={shown}
          columns={COLUMNS}
          onOpen={(one) => void told(open(one))}
          empty="No pair matches."
          above={(sorted) => (
            <div className="flex flex-wrap items-center gap-3 pb-1">
              <span role="status">
                {shown.length === rows.length
                  ? count(rows.length, 'pair')
                  : `${count(shown.length)} of ${count(rows.length, 'pair')}`}
                {search && `, ${count(search.tried)} tried`}
              </span>
              <FilterField
                label="Filter the pairs"
                value={filter}
                onChange={setFilter}
                placeholder="filter: unitRootT<-3.34 test>0.5"
                read={read}
              />
              <span className="text-soft">each opens as a study of its own</span>
              {search && (
                <span className="ml-auto flex gap-2">
                  <TableOut
                    table={() => {
                      const [table] = studyTables(study, { ...search, rows: sorted });
                      if (!table) throw new Error('there is a table of pairs');
                      return table;
                    }}
                    rows={sorted.length}
                    one="pair"
                    name={name}
                  />
                </span>
              )}
            </div>
          )}
        />
      </div>
    </div>
  );
}

function searchVerdict({ rows, tried, failed }: PairSearch): string[] {
  const told = rows.filter(({ unitRootT }) => unitRootT < UNIT_ROOT_CRITICAL.five).length;
  const [first] = rows;
  return [
    `${count(tried, 'pair')} ${tried === 1 ? 'was' : 'were'} tried. Of ${count(told)} a random walk is ruled out at 5% in the training; of about ${count(Math.round(pairsByLuck(tried)))} it would be by luck alone.`,
    ...(first
      ? [
          `First is ${first.y} against ${first.x}, with a unit-root t of ${ratio(first.unitRootT)}: its Sharpe ratio was ${ratio(first.training)} in the training and ${ratio(first.test)} after it.`,
        ]
      : []),
    ...(failed > 0 ? [`${count(failed, 'pair')} could not be worked out.`] : []),
  ];
}

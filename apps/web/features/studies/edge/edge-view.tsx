'use client';

import { type Edge, type EdgeRow, type EdgeStudy, saysEnough } from '@plateau/core';
import { studyTables } from '@plateau/files';
import { parseAsInteger, useQueryState } from 'nuqs';
import { TableOut } from '@/parts/table-out.tsx';
import { DataTable, dataColumn } from '@/ui/data-table.tsx';
import { chance, count, percent, ratio } from '@/ui/format.ts';
import { Select } from '@/ui/select.tsx';
import { Answered } from '../frame/answered.tsx';
import { EdgeCloser } from './edge-closer.tsx';
import { HorizonCharts } from './horizon-charts.tsx';
import { SweepCharts } from './sweep-charts.tsx';
import { edgeVerdict, signalName } from './verdict.ts';

type Row = EdgeRow & { readonly holm?: number };

interface EdgeViewProps {
  readonly study: EdgeStudy;
  /** undefined while it runs */
  readonly edge: Edge | undefined;
  readonly rows: readonly Row[];
}

const likelihood = (row: Row | undefined): number =>
  row && saysEnough(row) ? (row.holm ?? row.p) : Number.POSITIVE_INFINITY;

/** The place of the row that luck would give least often; of equals, the first. */
const leastLikely = (rows: readonly Row[]): number =>
  rows.reduce((best, row, k) => (likelihood(row) < likelihood(rows[best]) ? k : best), 0);

/** What follows a signal: in words, by horizon, by its dial, row by row, and each row closer. */
export function EdgeView({ study, edge, rows }: EdgeViewProps) {
  const [at, setAt] = useQueryState('row', parseAsInteger.withOptions({ history: 'replace' }));
  const open = rows[at ?? leastLikely(rows)] ?? rows[0];
  if (!open) return <p className="pt-4 text-soft">The base is worked out …</p>;
  const ofSignal = rows.filter(({ signal, value }) => signal === open.signal && value === open.value);
  const swept = rows.filter(({ signal, horizon }) => signal === open.signal && horizon === open.horizon);
  const dial = study.signals.find(({ name }) => name === open.signal)?.sweep?.dial;
  const show = (row: Row): void => void setAt(rows.indexOf(row));
  const names = [...new Map(rows.map((row, k) => [signalName(row), k] as const)).keys()];
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4 pt-2">
      {edge && <Answered sentences={edgeVerdict(edge, study.signals)} />}
      <section aria-label="By horizon">
        <div className="flex flex-wrap items-center gap-3 pb-1">
          <h2 className="font-serif text-lg">After {signalName(open)}</h2>
          {names.length > 1 && (
            <Select
              label="Signal shown"
              value={signalName(open)}
              choices={names.map((name) => [name, name] as const)}
              onChange={(name) => {
                const next = rows.find((row) => signalName(row) === name && row.horizon === open.horizon);
                if (next) show(next);
              }}
            />
          )}
          <Select
            label="Horizon shown"
            value={String(open.horizon)}
            choices={study.horizons.map((h) => [String(h), `after ${count(h, 'bar')}`] as const)}
            onChange={(h) => {
              const next = ofSignal.find(({ horizon }) => horizon === Number(h));
              if (next) show(next);
            }}
          />
        </div>
        <HorizonCharts rows={ofSignal} onOpen={show} />
      </section>
      {dial !== undefined && swept.length > 1 && (
        <section aria-label="By its dial">
          <h2 className="font-serif text-lg">
            By {dial}, after {count(open.horizon, 'bar')}
          </h2>
          <SweepCharts dial={dial} rows={swept} onOpen={show} />
        </section>
      )}
      {edge && (
        <section aria-label="All rows">
          <h2 className="font-serif text-lg">All rows</h2>
          <RowsTable study={study} edge={edge} open={open} onOpen={show} />
        </section>
      )}
      {edge && <EdgeCloser study={study} row={open} />}
    </div>
  );
}

interface RowsTableProps {
  readonly study: EdgeStudy;
  readonly edge: Edge;
  readonly open: Row;
  readonly onOpen: (row: Row) => void;
}

const figure = (id: keyof Row, title: string, show: (value: number) => string, width = 72, signed = false) =>
  dataColumn<Row>(
    id,
    title,
    (row) => {
      const value = row[id] as number;
      return Number.isNaN(value) ? undefined : value;
    },
    { width, show: (row) => show(row[id] as number), ...(signed && { signed: true as const }) },
  );

/** A chance, which few events have none of. */
const chanceColumn = (id: 'p' | 'holm', title: string) =>
  dataColumn<Row>(id, title, (row) => (saysEnough(row) && !Number.isNaN(row[id]) ? row[id] : undefined), {
    width: 76,
    show: (row) => (saysEnough(row) ? chance(row[id] ?? Number.NaN) : 'few'),
  });

const fine = (value: number): string => percent(value, 2);
const COLUMNS = [
  dataColumn<Row>('signal', 'Signal', signalName, { width: 130, left: true, show: signalName }),
  figure('horizon', 'Bars after', (value) => count(value)),
  dataColumn<Row>('n', 'Events', ({ n }) => n, {
    width: 80,
    show: (row) => (saysEnough(row) ? count(row.n) : `${count(row.n)}, few`),
  }),
  figure('days', 'Days', (value) => count(value)),
  figure('wins', 'Wins', (value) => percent(value)),
  figure('baseWins', 'any bar', (value) => percent(value)),
  figure('mean', 'Mean', fine),
  figure('base', 'any bar ', fine),
  figure('excess', 'Less any bar', fine, 84, true),
  figure('sameDay', 'Same days', fine),
  figure('median', 'Median', fine),
  figure('worst', 'Worst 5%', fine),
  figure('best', 'Best 5%', fine),
  figure('t', 't', (value) => ratio(value), 56),
  chanceColumn('p', 'p'),
  chanceColumn('holm', 'p of all'),
];

function RowsTable({ study, edge, open, onOpen }: RowsTableProps) {
  return (
    <div className="h-64">
      <DataTable<Row>
        label="Rows of the edge"
        rows={edge.rows}
        columns={COLUMNS}
        onOpen={onOpen}
        isOpen={(row) => row === open}
        empty="There is no row."
        above={(sorted) => (
          <div className="flex justify-end gap-2 pb-1">
            <TableOut
              table={() => {
                const [table] = studyTables(study, edge);
                if (!table) throw new Error('there is a table of rows');
                const place = new Map<Row, number>(edge.rows.map((row, k) => [row, k]));
                return { ...table, rows: sorted.map((row) => table.rows[place.get(row) ?? 0] ?? []) };
              }}
              rows={sorted.length}
              one="row"
              name={study.name || 'edge'}
            />
          </div>
        )}
      />
    </div>
  );
}

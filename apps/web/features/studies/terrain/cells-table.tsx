'use client';

import {
  CELL_FIGURES,
  type CellFigure,
  cellFigureEntry,
  cellFigureOf,
  type Survey,
  type TerrainStudy,
} from '@plateau/core';
import { studyTables } from '@plateau/files';
import { memo, useDeferredValue, useMemo, useState } from 'react';
import { axisName, placeName } from '@/model/studies/axis-words.ts';
import { TableOut } from '@/parts/table-out.tsx';
import { DataTable, dataColumn } from '@/ui/data-table.tsx';
import { FilterField } from '@/ui/filter-field.tsx';
import { count, written } from '@/ui/format.ts';
import { type Fields, readFilter } from '@/ui/row-filter.ts';

interface CellRow {
  readonly cell: number;
  readonly axes: readonly string[];
  readonly values: Readonly<Partial<Record<CellFigure | 'shelter', number>>>;
}

const SHOWN: readonly CellFigure[] = [
  'cagr',
  'excess',
  'maxDrawdown',
  'mar',
  'sharpe',
  'volatility',
  'alphaT',
  'alphaP',
  'trades',
  'winRate',
  'exposure',
];

interface CellsTableProps {
  readonly study: TerrainStudy;
  readonly survey: Survey;
  readonly by: CellFigure;
  readonly name: string;
  readonly lit: number | undefined;
  readonly onLight: (cell: number) => void;
}

/** Every setting with its figures: sorted by any, filtered, and out as a file. */
export const CellsTable = memo(function CellsTable({
  study,
  survey,
  by,
  name,
  lit,
  onLight,
}: CellsTableProps) {
  const [filter, setFilter] = useState('');
  const asked = useDeferredValue(filter);
  const keys = useMemo(() => [by, ...SHOWN.filter((key) => key !== by)], [by]);
  const rows = useMemo(
    (): CellRow[] =>
      survey.cells.map((its, cell) => ({
        cell,
        axes: study.axes.map((axis, k) => placeName(axis, its.values[k] ?? '')),
        values: {
          ...Object.fromEntries(CELL_FIGURES.map(({ key }) => [key, cellFigureOf(its, key, 'figures')])),
          [by]: survey.figure[cell] ?? Number.NaN,
          shelter: survey.shelter[cell] ?? Number.NaN,
        },
      })),
    [survey, study, by],
  );
  const names = useMemo(
    () => [...study.axes.map(axisName), ...CELL_FIGURES.map(({ key }) => key), 'shelter'],
    [study],
  );
  const read = useMemo(() => readFilter(asked, names), [asked, names]);
  const shown = useMemo(
    () => (read.ok && asked ? rows.filter((row) => read.test(fieldsOf(study, row))) : rows),
    [rows, read, asked, study],
  );
  const columns = useMemo(() => {
    const known = (value: number | undefined): number | undefined =>
      value === undefined || Number.isNaN(value) ? undefined : value;
    return [
      ...study.axes.map((axis, k) =>
        dataColumn<CellRow>(
          `axis ${k}`,
          axisName(axis),
          ({ axes }) => ('dial' in axis ? Number(axes[k]) : axes[k]),
          { width: 90, left: true, show: ({ axes }) => axes[k] },
        ),
      ),
      ...keys.map((key) => {
        const { name: title, kind } = cellFigureEntry(key);
        return dataColumn<CellRow>(key, title, ({ values }) => known(values[key]), {
          width: 92,
          show: ({ values }) => written(values[key] ?? Number.NaN, kind),
        });
      }),
      dataColumn<CellRow>('shelter', 'With its neighbours', ({ values }) => known(values.shelter), {
        width: 96,
        show: ({ values }) => written(values.shelter ?? Number.NaN, cellFigureEntry(by).kind),
      }),
    ];
  }, [study, keys, by]);
  return (
    <div className="h-80">
      <DataTable
        label="Settings"
        rows={shown}
        columns={columns}
        sortedBy={[{ id: by, desc: cellFigureEntry(by).better !== 'less' }]}
        onOpen={({ cell }) => onLight(cell)}
        isOpen={({ cell }) => cell === lit}
        empty="No setting matches."
        above={(sorted) => (
          <div className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1">
            <span className="text-soft" role="status">
              {shown.length === rows.length
                ? count(rows.length, 'setting')
                : `${count(shown.length)} of ${count(rows.length, 'setting')}`}
            </span>
            <FilterField
              label="Filter the settings"
              value={filter}
              onChange={setFilter}
              placeholder="filter: mar>0.4 trades>50"
              read={read}
            />
            <span className="ml-auto flex gap-2">
              <TableOut
                table={() => tableOf(study, survey, sorted)}
                rows={sorted.length}
                one="setting"
                name={`${name} settings`}
              />
            </span>
          </div>
        )}
      />
    </div>
  );
});

function fieldsOf({ axes }: TerrainStudy, row: CellRow): Fields {
  return {
    ...Object.fromEntries(
      axes.map((axis, k) => [axisName(axis), 'dial' in axis ? Number(row.axes[k]) : row.axes[k]]),
    ),
    ...row.values,
  };
}

/** The table that the headless runner writes, in the order shown. */
function tableOf(study: TerrainStudy, survey: Survey, rows: readonly CellRow[]) {
  const [table] = studyTables(study, { ...survey, kind: 'terrain', luck: undefined });
  if (!table) throw new Error('there is a table of cells');
  return { ...table, rows: rows.flatMap(({ cell }) => (table.rows[cell] ? [table.rows[cell]] : [])) };
}

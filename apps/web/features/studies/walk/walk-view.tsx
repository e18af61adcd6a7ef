'use client';

import { chainAsked, figureEntry, isoFromDay, type Walk, type WalkStudy } from '@plateau/core';
import { turnDials } from '@plateau/files';
import { parseAsInteger, useQueryState } from 'nuqs';
import { useMemo, useRef } from 'react';
import { cellName } from '@/model/studies/axis-words.ts';
import { nameOfStudy, type StoredStudy } from '@/model/studies/stored-study.ts';
import { CurveChart, type DrawnCurve, held } from '@/parts/studies/curve-chart.tsx';
import { ChartOut } from '@/ui/chart/chart-out.tsx';
import { DataTable, dataColumn } from '@/ui/data-table.tsx';
import { written } from '@/ui/format.ts';
import { askOfStudy } from '@/workers/study-client.ts';
import { Answered } from '../frame/answered.tsx';
import { FiguresBeside } from '../frame/figures-beside.tsx';
import { FullReport } from '../frame/full-report.tsx';
import { walkVerdict } from './verdict.ts';
import { WindowsChart } from './windows-chart.tsx';

interface WalkViewProps {
  readonly row: StoredStudy;
  readonly study: WalkStudy;
  readonly walk: Walk;
}

/** A walk-forward: what it says, the chained account beside what it is held against, the windows and their choices. */
export function WalkView({ row, study, walk }: WalkViewProps) {
  const [lit, setLit] = useQueryState('window', parseAsInteger.withOptions({ history: 'replace' }));
  const curves = useRef<HTMLDivElement>(null);
  const { run, own, hindsight } = walk;
  const drawn = useMemo((): DrawnCurve[] => {
    const curve = (
      name: string,
      equity: Float64Array | undefined,
      look: Omit<DrawnCurve, 'name' | 'equity'>,
    ) => (equity ? [{ name, equity, ...look }] : []);
    return [
      held(study.benchmark, run.benchmark),
      ...curve('Your own setting', own?.equity, { stroke: 'var(--ghost)', strokeDasharray: '1.5 2.5' }),
      ...curve('Best in hindsight', hindsight?.equity, { stroke: 'var(--waterline)' }),
      { name: 'Chosen as you went', equity: run.marks.equity, stroke: 'var(--ridge)', strokeWidth: 2 },
    ];
  }, [run, own, hindsight, study.benchmark]);
  const light = (window: number): void => void setLit(window === lit ? null : window);
  const name = nameOfStudy(row);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4 pt-2">
      <Answered sentences={walkVerdict(study, walk)} />
      <section aria-label="The chained account">
        <div className="flex items-center gap-3">
          <h2 className="font-serif text-lg">The chained account</h2>
          <ChartOut name={`${name}, curves`} charts={curves} />
        </div>
        <div ref={curves}>
          <CurveChart name="Chained account" days={run.marks.day} curves={drawn} className="h-56" />
        </div>
        <FiguresBeside
          label="Figures of the chain"
          columns={[
            ['Chosen as you went', run.figures],
            ['Your own setting', own?.figures],
            ['Best in hindsight', hindsight?.figures],
          ]}
          benchmark={study.benchmark}
        />
      </section>
      <section aria-label="Windows and choices">
        <h2 className="font-serif text-lg">Windows and choices</h2>
        <p className="pb-1 text-soft">Thin: the days chosen on. Thick: the days traded after them.</p>
        <WindowsChart axes={study.axes} walk={walk} lit={lit ?? undefined} onLight={light} />
        <div className="mt-2 h-64">
          <WindowsTable study={study} walk={walk} lit={lit ?? undefined} onLight={light} />
        </div>
      </section>
      <FullReport
        name={name}
        benchmark={study.benchmark}
        of={walk}
        ask={() =>
          askOfStudy(
            study,
            'chainReport',
            chainAsked(study, walk, (strategy, values) => turnDials(strategy, values, 'study')),
          )
        }
      />
    </div>
  );
}

interface WindowRow {
  readonly j: number;
  readonly window: Walk['windows'][number];
}

interface WindowsTableProps {
  readonly study: WalkStudy;
  readonly walk: Walk;
  readonly lit: number | undefined;
  readonly onLight: (window: number) => void;
}

function WindowsTable({
  study: { axes, figure },
  walk: { windows, cells },
  lit,
  onLight,
}: WindowsTableProps) {
  const { name, kind } = figureEntry(figure);
  const rows = useMemo(() => windows.map((window, j): WindowRow => ({ j, window })), [windows]);
  const columns = useMemo(() => {
    const day = (id: 'trainFrom' | 'trainTo' | 'testFrom' | 'testTo', title: string) =>
      dataColumn<WindowRow>(id, title, ({ window }) => window[id], {
        width: 92,
        left: true,
        show: ({ window }) => isoFromDay(window[id]),
      });
    const value = (id: 'trainFigure' | 'testFigure', title: string) =>
      dataColumn<WindowRow>(id, title, ({ window }) => (Number.isNaN(window[id]) ? undefined : window[id]), {
        width: 130,
        show: ({ window }) => written(window[id], kind),
      });
    return [
      dataColumn<WindowRow>('j', 'Window', ({ j }) => j + 1, {
        width: 64,
        left: true,
        show: ({ j }) => j + 1,
      }),
      day('trainFrom', 'Chosen from'),
      day('trainTo', 'to'),
      day('testFrom', 'Traded from'),
      day('testTo', 'to '),
      dataColumn<WindowRow>(
        'cell',
        'Setting',
        ({ window: { cell } }) => (cell === undefined ? undefined : cell),
        {
          width: 180,
          left: true,
          show: ({ window: { cell } }) => (cell === undefined ? 'none' : cellName(axes, cells[cell] ?? [])),
        },
      ),
      value('trainFigure', `${name}, chosen`),
      value('testFigure', `${name}, traded`),
    ];
  }, [axes, cells, name, kind]);
  return (
    <DataTable
      label="Windows"
      rows={rows}
      columns={columns}
      onOpen={({ j }) => onLight(j)}
      isOpen={({ j }) => j === lit}
      empty="There is no window."
    />
  );
}

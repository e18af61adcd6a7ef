'use client';

import {
  baseRun,
  Cancelled,
  type CellFigure,
  cellAsked,
  cellFigureEntry,
  cellFigureOf,
  figureEntry,
  neighboursMedian,
  type RunAsked,
  type ShownRun,
  type Survey,
  type TerrainStudy,
} from '@plateau/core';
import { turnDials } from '@plateau/files';
import { FileInput } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { memo, useMemo } from 'react';
import { nameOfUniverse } from '@/model/market/alone.ts';
import { cellName } from '@/model/studies/axis-words.ts';
import type { StoredStudy } from '@/model/studies/stored-study.ts';
import { KeepButton } from '@/parts/keep-button.tsx';
import { keepRun } from '@/parts/keep-run.ts';
import { CurveChart, held } from '@/parts/studies/curve-chart.tsx';
import { openAsSheet } from '@/parts/studies/open-as-sheet.ts';
import { useUniverses } from '@/store/market/listings.ts';
import { told } from '@/store/told.ts';
import { Button } from '@/ui/button';
import { ours, theirs } from '@/ui/figures.ts';
import { written } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { useAnswer } from '@/ui/use-answer.ts';
import { askOfStudy, cellInWorker } from '@/workers/study-client.ts';
import { SHOWN_FIGURES } from '../frame/shown-figures.ts';

const AGAINST: readonly CellFigure[] = ['excess', 'alphaT', 'alphaP'];
/** A pointer that only passes over a cell asks for no run of it. */
const A_REST = 120;

interface CellCardProps {
  readonly row: StoredStudy;
  readonly study: TerrainStudy;
  readonly survey: Survey;
  readonly by: CellFigure;
  readonly cell: number;
  /** the middle of the plateau, as the water stands */
  readonly isMiddle: boolean;
  readonly isLit: boolean;
  /** while settings still come in, no run is asked for beside them */
  readonly isDone: boolean;
}

/** One setting: its figures beside the benchmark's, its neighbours, its curve beside the sheet's, and what can be made of it. */
export const CellCard = memo(function CellCard({
  row,
  study,
  survey,
  by,
  cell,
  isMiddle,
  isLit,
  isDone,
}: CellCardProps) {
  const its = survey.cells[cell];
  const entry = cellFigureEntry(by);
  const asked = useMemo(() => {
    const run = its && cellAsked(study, its.values, (strategy, dials) => turnDials(strategy, dials, 'study'));
    return run?.ok ? run.asked : undefined;
  }, [study, its]);
  const run = useCellRun(isDone ? asked : undefined, cell);
  if (!its) return null;
  const name = cellName(study.axes, its.values);
  const around = neighboursMedian(study.axes, survey.figure, cell);
  return (
    <div className="grid content-start gap-2" aria-live="polite" data-testid="cell" data-cell={cell}>
      <h3 className="font-serif text-base">
        {name}
        {cell === survey.own?.cell && ', yours'}
        {cell === survey.peak && ', the peak'}
        {isMiddle && ', the middle of the plateau'}
      </h3>
      {its.figures ? (
        <>
          <p>
            {entry.name}
            {study.split !== undefined && ' before the split'}:{' '}
            <strong>{written(survey.figure[cell] ?? Number.NaN, entry.kind)}</strong>; neighbours{' '}
            {written(around, entry.kind)}, with them {written(survey.shelter[cell] ?? Number.NaN, entry.kind)}{' '}
            (median).
          </p>
          <PlainTable
            label={`Figures of ${name}`}
            head={['', 'This setting', study.benchmark]}
            rows={[
              ...SHOWN_FIGURES.map((key) => {
                const figure = figureEntry(key);
                return its.figures
                  ? [
                      figure.name,
                      <strong key="o">{ours(figure, its.figures)}</strong>,
                      theirs(figure, its.figures),
                    ]
                  : [];
              }),
              ...AGAINST.map((key) => {
                const { name: title, kind } = cellFigureEntry(key);
                return [
                  title,
                  <strong key="o">{written(cellFigureOf(its, key, 'figures'), kind)}</strong>,
                  '',
                ];
              }),
            ]}
          />
        </>
      ) : (
        <p className="text-soft">{its.why ?? 'Not run yet.'}</p>
      )}
      {isDone && <CellCurve study={study} run={run} />}
      {isLit && isDone && asked && (
        <p className="flex flex-wrap gap-2">
          <OpenAsSheet asked={asked} name={`${row.origin?.name || study.strategy.name}, ${name}`} />
          <KeepCell row={row} study={study} asked={asked} run={run} name={name} survey={survey} />
        </p>
      )}
    </div>
  );
});

/** The cell's whole run, once the pointer rests on it; undefined until then. */
function useCellRun(asked: RunAsked | undefined, cell: number): ShownRun | undefined {
  const { value } = useAnswer(
    asked
      ? async (signal) => {
          await new Promise((resolve) => setTimeout(resolve, A_REST));
          if (signal.aborted) return undefined;
          try {
            const outcome = await cellInWorker(asked);
            return outcome.kind === 'done' ? outcome.run : undefined;
          } catch (error) {
            if (error instanceof Cancelled) return undefined;
            throw error;
          }
        }
      : undefined,
    [asked, cell],
  );
  return value;
}

function CellCurve({ study, run }: { study: TerrainStudy; run: ShownRun | undefined }) {
  const own = useOwnRun(study);
  const curves = useMemo(() => {
    if (!run) return undefined;
    const mine = own && own.marks.day.length === run.marks.day.length ? own : undefined;
    return [
      held(study.benchmark, run.benchmark),
      ...(mine
        ? [
            {
              name: 'Your setting',
              equity: mine.marks.equity,
              stroke: 'var(--ghost)',
              strokeDasharray: '1.5 2.5',
            },
          ]
        : []),
      { name: 'This setting', equity: run.marks.equity, stroke: 'var(--ridge)', strokeWidth: 1.8 },
    ];
  }, [run, own, study.benchmark]);
  if (!run || !curves) return <div className="h-48" />;
  return (
    <CurveChart
      name="Curve of the setting"
      days={run.marks.day}
      curves={curves}
      className="h-40"
      buckets={90}
    />
  );
}

/** The run of the study's own settings. */
function useOwnRun(study: TerrainStudy): ShownRun | undefined {
  const { value } = useAnswer(async () => {
    const outcome = await askOfStudy(study, 'run', baseRun(study));
    return outcome.kind === 'done' ? outcome.run : undefined;
  }, [study]);
  return value;
}

function OpenAsSheet({ asked, name }: { asked: RunAsked; name: string }) {
  const router = useRouter();
  const open = async (): Promise<void> => {
    await openAsSheet(asked, name);
    router.push('/strategies');
  };
  return (
    <Button onClick={() => void told(open())}>
      <FileInput size={14} aria-hidden /> Open as a sheet
    </Button>
  );
}

interface KeepCellProps extends Pick<CellCardProps, 'row' | 'study' | 'survey'> {
  readonly asked: RunAsked;
  readonly run: ShownRun | undefined;
  readonly name: string;
}

/** Keeps the cell's run; every cell of the terrain was a try, and so were the logbook's. */
function KeepCell({ row, study, survey, asked, run, name }: KeepCellProps) {
  const universes = useUniverses();
  const keep = async (): Promise<string> => {
    if (!run) throw new Error('it has not come to its end');
    const kept = await keepRun({
      name: `${row.origin?.name || study.strategy.name}, ${name}`,
      sheet: row.origin?.id ?? row.id,
      ...asked,
      universeName: nameOfUniverse(asked.universe, universes?.find(({ id }) => id === asked.universe)?.name),
      tried: [
        ...(row.origin?.tried ?? []),
        ...survey.cells.flatMap(({ figures }) => (figures ? [figures.sharpe] : [])),
      ],
      run,
    });
    return kept.id;
  };
  return <KeepButton run={run} disabled={!run || !universes} onKeep={keep} />;
}

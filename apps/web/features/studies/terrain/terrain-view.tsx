'use client';

import {
  bestWithin,
  CELL_FIGURES,
  type CellFigure,
  cellFigureEntry,
  cellFiguresOf,
  type Survey,
  surveyOf,
  type Terrain,
  type TerrainStudy,
} from '@plateau/core';
import { useCallback, useMemo, useState } from 'react';
import { cellName } from '@/model/studies/axis-words.ts';
import { nameOfStudy, type StoredStudy } from '@/model/studies/stored-study.ts';
import { percent, written } from '@/ui/format.ts';
import { Select } from '@/ui/select.tsx';
import { Answered } from '../frame/answered.tsx';
import { CellCard } from './cell-card.tsx';
import { CellsTable } from './cells-table.tsx';
import { Chances } from './chances.tsx';
import { InAndOut } from './in-and-out.tsx';
import { LiveWith } from './live-with.tsx';
import { Maps } from './maps.tsx';
import { partOf } from './part-of.ts';
import { useTerrainAddress } from './use-terrain-address.ts';
import { terrainVerdict } from './verdict.ts';

interface TerrainViewProps {
  readonly row: StoredStudy;
  readonly study: TerrainStudy;
  readonly found: Terrain | undefined;
  /** what there is while it runs */
  readonly early: (() => Survey) | undefined;
}

const CHOICES = CELL_FIGURES.map(({ key, name }) => [key, name] as const);

/** A terrain: what it says, its map with the water level, the setting pointed at, what luck may have done, all settings. */
export function TerrainView({ row, study, found, early }: TerrainViewProps) {
  const [address, setAddress] = useTerrainAddress();
  const cells = useMemo(() => early?.().cells ?? found?.cells ?? [], [early, found]);
  const by = address.by ?? study.figure;
  const entry = cellFigureEntry(by);
  const sign = entry.better === 'less' ? -1 : 1;
  const [level, drag] = useDragged(address.level);
  const survey = useMemo(
    () => surveyOf(study, cells, { by, ...(level !== undefined && { height: level }) }),
    [study, cells, by, level],
  );
  // What the height has no part in stands still while the water is turned.
  const ground = useMemo(() => surveyOf(study, cells, { by }), [study, cells, by]);
  const [pointed, setPointed] = useState<number>();
  const lit = address.cell !== null && address.cell < cells.length ? address.cell : undefined;
  const shown = pointed ?? lit ?? survey.own?.cell ?? survey.peak;
  const light = useCallback((cell: number): void => void setAddress({ cell }), [setAddress]);
  const setLevel = (next: number, isDone: boolean): void => {
    drag(sign * next);
    if (isDone) void setAddress({ level: sign * next });
  };
  const [bear, dragBear] = useDragged(address.bear);
  const barred = useBarred(cells, bear, study);
  const isDone = found !== undefined && early === undefined;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4 pt-2">
      <Answered
        sentences={
          isDone
            ? terrainVerdict(study, survey, entry)
            : ['Settings come in; what is drawn so far may change.']
        }
      >
        {bear !== undefined && <WithinBear study={study} survey={survey} by={by} bear={bear} />}
      </Answered>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <span className="flex items-center gap-1.5">
          <span className="text-soft">Map of</span>
          <Select<CellFigure>
            label="Figure of the map"
            value={by}
            choices={CHOICES}
            onChange={(next) => void setAddress({ by: next === study.figure ? null : next, level: null })}
          />
        </span>
        <span className="flex items-center gap-1.5">
          <span className="text-soft">beside</span>
          <Select<CellFigure | ''>
            label="Figure beside it"
            value={address.beside ?? ''}
            choices={[['', 'no other'], ...CHOICES]}
            onChange={(next) => void setAddress({ beside: next === '' ? null : next })}
          />
        </span>
        <LiveWith
          cells={cells}
          part={partOf(study)}
          value={bear}
          onChange={(next, isDone) => {
            dragBear(next);
            if (isDone) void setAddress({ bear: next ?? null });
          }}
        />
      </div>
      <div className="flex flex-wrap gap-6">
        <Maps
          name={nameOfStudy(row)}
          study={study}
          survey={survey}
          by={by}
          beside={address.beside ?? undefined}
          barred={barred}
          lit={lit}
          onLight={light}
          onPoint={setPointed}
          onLevel={setLevel}
          onOwnLevel={address.level === null ? undefined : () => void setAddress({ level: null })}
        />
        {shown !== undefined && (
          <div className="min-w-72 max-w-md flex-1">
            <CellCard
              row={row}
              study={study}
              survey={ground}
              by={by}
              cell={shown}
              isMiddle={shown === survey.middle}
              isLit={shown === lit}
              isDone={isDone}
            />
          </div>
        )}
        {study.split !== undefined && <InAndOut ground={ground} entry={entry} lit={lit} onLight={light} />}
      </div>
      {isDone && (
        <section aria-label="What luck may have done">
          <h2 className="pb-1 font-serif text-lg">What luck may have done</h2>
          <Chances study={study} luck={found.luck} cells={cells.length} />
        </section>
      )}
      {isDone && (
        <section aria-label="All settings">
          <h2 className="font-serif text-lg">All settings</h2>
          <CellsTable
            study={study}
            survey={ground}
            by={by}
            name={nameOfStudy(row)}
            lit={lit}
            onLight={light}
          />
        </section>
      )}
    </div>
  );
}

/**
 * A number of the address that is dragged: it follows the hand, and the address has it when the hand lets go. What was dragged is
 * forgotten as soon as the address says anything else.
 */
function useDragged(kept: number | null) {
  const [dragged, setDragged] = useState<{
    readonly value: number | undefined;
    readonly over: number | null;
  }>();
  const value = dragged?.over === kept ? dragged.value : (kept ?? undefined);
  const drag = (next: number | undefined): void => setDragged({ value: next, over: kept });
  return [value, drag] as const;
}

/** Whether a cell's drawdown is deeper than one can live with; undefined while nobody said how deep that is. */
function useBarred(cells: Survey['cells'], bear: number | undefined, study: TerrainStudy) {
  return useMemo(() => {
    if (bear === undefined) return undefined;
    const depths = cellFiguresOf(cells, 'maxDrawdown', partOf(study));
    return (cell: number): boolean => !((depths[cell] ?? Number.NaN) >= bear);
  }, [cells, bear, study]);
}

interface WithinBearProps {
  readonly study: TerrainStudy;
  readonly survey: Survey;
  readonly by: CellFigure;
  readonly bear: number;
}

/** The best of what one could live with. */
function WithinBear({ study, survey, by, bear }: WithinBearProps) {
  const entry = cellFigureEntry(by);
  const depths = cellFiguresOf(survey.cells, 'maxDrawdown', partOf(study));
  const best = bestWithin(survey.figure, depths, bear, entry.better === 'less');
  const limit = percent(bear);
  return (
    <p>
      {best === undefined
        ? `No setting stayed above a drawdown of ${limit}.`
        : `Of those whose maximum drawdown was no deeper than ${limit}, ${cellName(study.axes, survey.cells[best]?.values ?? [])} is best, with ${written(survey.figure[best] ?? Number.NaN, entry.kind)}.`}
    </p>
  );
}

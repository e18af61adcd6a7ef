'use client';

import {
  benchmarkFigureOf,
  type CellFigure,
  type CellPart,
  cellFigureEntry,
  cellFiguresOf,
  FIGURE_KEYS,
  type FigureKey,
  figureEntry,
  type Survey,
  surveyOf,
  type TerrainStudy,
} from '@plateau/core';
import { useCallback, useMemo, useRef } from 'react';
import { cellName } from '@/model/studies/axis-words.ts';
import { ChartOut } from '@/ui/chart/chart-out.tsx';
import { HELD } from '@/ui/chart/land-and-water.tsx';
import { StrokeKey } from '@/ui/chart/time-axis.tsx';
import { written } from '@/ui/format.ts';
import { Level } from './level.tsx';
import { TerrainMap } from './map.tsx';
import type { Marks, Scale } from './map-parts.ts';
import { partOf } from './part-of.ts';
import { planesOf } from './planes.ts';
import { Profile } from './profile.tsx';

interface MapsProps {
  readonly name: string;
  readonly study: TerrainStudy;
  readonly survey: Survey;
  readonly by: CellFigure;
  readonly beside: CellFigure | undefined;
  readonly barred: ((cell: number) => boolean) | undefined;
  readonly lit: number | undefined;
  readonly onLight: (cell: number) => void;
  readonly onPoint: (cell: number | undefined) => void;
  readonly onLevel: (level: number, isDone: boolean) => void;
  readonly onOwnLevel: (() => void) | undefined;
}

/** The benchmark's figure over the days that the settings share; undefined where holding has none, or it is not the same for all. */
function heldFigure(cells: Survey['cells'], by: CellFigure, part: CellPart): number | undefined {
  if (!isFigureKey(by)) return undefined;
  const entry = figureEntry(by);
  const values = cells.flatMap((cell) => {
    const figures = cell[part];
    return figures ? (benchmarkFigureOf(figures, entry) ?? []) : [];
  });
  const [first] = values;
  return first !== undefined && Number.isFinite(first) && values.every((value) => value === first)
    ? first
    : undefined;
}

const isFigureKey = (key: CellFigure): key is FigureKey => (FIGURE_KEYS as readonly string[]).includes(key);

interface Drawn {
  readonly by: CellFigure;
  readonly part: CellPart;
  readonly title: string;
}

/** The maps or profiles: of the figure, of both parts where there is a split, of a second figure. */
export function Maps(props: MapsProps) {
  const { name, study, survey, by, beside, onLevel, onOwnLevel } = props;
  const drawing = useRef<HTMLDivElement>(null);
  const { cells, height } = survey;
  const entry = cellFigureEntry(by);
  const sign = entry.better === 'less' ? -1 : 1;
  const elevation = useElevation(cells, by, partOf(study));
  const after = useElevation(cells, by, 'after');
  const held = heldFigure(cells, by, partOf(study));
  // Both parts have one scale.
  const scale = useScale(elevation, study.split === undefined ? undefined : after);
  const list: readonly Drawn[] = [
    {
      by,
      part: partOf(study),
      title: study.split === undefined ? entry.name : `${entry.name} before the split`,
    },
    ...(study.split === undefined ? [] : [{ by, part: 'after', title: `${entry.name} after it` } as const]),
    ...(beside === undefined || beside === by
      ? []
      : [{ by: beside, part: partOf(study), title: cellFigureEntry(beside).name } as const]),
  ];
  return (
    <div className="grid min-w-0 content-start gap-1" data-charts={name}>
      <div className="flex flex-wrap items-center gap-x-4 text-soft">
        <StrokeKey text="the plateau" stroke="var(--ridge)" strokeWidth={2.4} />
        <StrokeKey text="water level" stroke="var(--waterline)" />
        <span>pin: yours, flag: the peak, ring: the middle</span>
        {held !== undefined && (
          <StrokeKey text={`${study.benchmark} held: ${written(held, entry.kind)}`} {...HELD} />
        )}
        <span className="ml-auto">
          <ChartOut name={`${name}, ${entry.name}`} charts={drawing} label="The map as a picture" />
        </span>
      </div>
      <div className="flex gap-4">
        <div ref={drawing} className="flex min-w-0 flex-wrap gap-4">
          {list.map((drawn) => (
            <OneMap
              key={`${drawn.by} ${drawn.part}`}
              {...props}
              drawn={drawn}
              small={list.length > 1}
              scale={drawn.by === by ? scale : undefined}
              level={drawn.by === by ? sign * height : undefined}
            />
          ))}
        </div>
        <Level
          least={scale.least}
          most={scale.most}
          level={sign * height}
          write={(value) => written(sign * value, entry.kind)}
          held={held === undefined ? undefined : sign * held}
          onLevel={onLevel}
          onOwn={onOwnLevel}
        />
      </div>
    </div>
  );
}

/** A figure turned over where less of it is better: its heights. */
function useElevation(cells: Survey['cells'], by: CellFigure, part: CellPart): Float64Array {
  return useMemo(() => {
    const sign = cellFigureEntry(by).better === 'less' ? -1 : 1;
    return cellFiguresOf(cells, by, part).map((value) => sign * value);
  }, [cells, by, part]);
}

function useScale(elevation: Float64Array, other: Float64Array | undefined): Scale {
  return useMemo(() => {
    const known = [...elevation, ...(other ?? [])].filter((value) => Number.isFinite(value));
    return known.length > 0 ? { least: Math.min(...known), most: Math.max(...known) } : { least: 0, most: 0 };
  }, [elevation, other]);
}

interface OneMapProps extends MapsProps {
  readonly drawn: Drawn;
  readonly small: boolean;
  /** shared with another; its own where left out */
  readonly scale: Scale | undefined;
  /** an elevation; that of the drawn figure itself where left out */
  readonly level: number | undefined;
}

function OneMap({
  study,
  survey,
  by,
  drawn,
  small,
  scale,
  level,
  barred,
  lit,
  onLight,
  onPoint,
}: OneMapProps) {
  const { axes } = study;
  const { cells } = survey;
  const entry = cellFigureEntry(drawn.by);
  const sign = entry.better === 'less' ? -1 : 1;
  const elevation = useElevation(cells, drawn.by, drawn.part);
  const own = useScale(elevation, undefined);
  const planes = useMemo(() => (axes.length > 1 ? planesOf(axes) : []), [axes]);
  // A figure beside the one that is judged by has a plateau, a peak and a level of its own.
  const its = useMemo(
    () => (drawn.by === by ? survey : surveyOf(study, cells, { by: drawn.by })),
    [drawn.by, by, survey, study, cells],
  );
  const marks = useMemo(
    (): Marks => ({ plateau: new Set(its.plateau), own: its.own?.cell, peak: its.peak, middle: its.middle }),
    [its],
  );
  const write = useCallback(
    (cell: number): string => written(sign * (elevation[cell] ?? Number.NaN), entry.kind),
    [elevation, sign, entry],
  );
  const shore = level ?? sign * its.height;
  const [first] = axes;
  const shared = { barred, lit, onLight, onPoint, marks } as const;
  return (
    <figure className="min-w-0">
      {axes.length === 1 && first ? (
        <div className={small ? 'w-[24rem]' : 'w-[34rem]'}>
          <figcaption className="font-semibold">{drawn.title}</figcaption>
          <Profile
            name={`Profile of ${drawn.title}`}
            axis={first}
            cells={cells}
            figure={elevation.map((value) => sign * value)}
            level={sign * shore}
            benchmark={heldFigure(cells, drawn.by, drawn.part)}
            lessIsBetter={sign < 0}
            write={(value) => written(value, entry.kind)}
            {...shared}
          />
        </div>
      ) : (
        <div className="flex flex-wrap gap-3">
          {planes.map((plane) => (
            <div key={String(plane.of)}>
              <TerrainMap
                name={`Map of ${drawn.title}${plane.of === undefined || !first ? '' : `, ${cellName([first], [plane.of])}`}`}
                title={
                  plane.of === undefined || !first
                    ? drawn.title
                    : `${drawn.title}, ${cellName([first], [plane.of])}`
                }
                axes={axes}
                plane={plane}
                elevation={elevation}
                scale={scale ?? own}
                level={shore}
                write={write}
                small={small || planes.length > 1}
                {...shared}
              />
            </div>
          ))}
        </div>
      )}
    </figure>
  );
}

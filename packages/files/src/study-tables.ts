// A study's tables: one CSV each beside its result, and what a page gives out.

import {
  type Edge,
  type Figures,
  isoFromDay,
  type PairResult,
  type PairSearch,
  type Shake,
  type Study,
  type StudyResult,
  type Terrain,
  type Walk,
} from '@plateau/core';
import { equityTable, tradesTable } from './run-tables.ts';
import type { Table, TableColumn } from './tables.ts';
import type { Cell } from './write-csv.ts';

const text = (name: string): TableColumn => ({ name, kind: 'text' });
const date = (name: string): TableColumn => ({ name, kind: 'date' });
const number = (name: string): TableColumn => ({ name, kind: 'number' });

/** Every table of a study's result. */
export function studyTables(study: Study, result: StudyResult): Table[] {
  switch (result.kind) {
    case 'terrain':
      return [cellsTable(study, result)];
    case 'walk':
      return [windowsTable(study, result), tradesTable(result.run.trades), equityTable(result.run)];
    case 'edge':
      return [edgeTable(result), baseTable(result)];
    case 'pair':
      return [roundsTable(result), pairEquityTable(result), pairWindowsTable(result), spreadTable(result)];
    case 'search':
      return [pairsTable(result)];
    case 'shake':
      return [repetitionsTable(result)];
  }
}

/** The figures of a run that stand in a table, in their order. */
const keysOf = (all: readonly (Figures | undefined)[]): (keyof Figures)[] =>
  (Object.keys(all.find((figures) => figures) ?? {}) as (keyof Figures)[]).filter(
    (key) => key !== 'benchmark',
  );

function figureCells(figures: Figures | undefined, keys: readonly (keyof Figures)[]): Cell[] {
  return keys.map((key) => {
    const value = figures?.[key];
    return typeof value === 'number' && Number.isFinite(value) ? value : undefined;
  });
}

/** What each axis is called in a table. */
function axisNames(study: Study): string[] {
  if (!('axes' in study)) return [];
  return study.axes.map((axis) => {
    if ('dial' in axis) return axis.dial;
    if ('condition' in axis) return `${axis.condition.rule} ${axis.condition.number}`;
    return { universes: 'universe', instruments: 'instrument', benchmarks: 'benchmark', spans: 'span' }[
      Object.keys(axis)[0] as 'universes'
    ];
  });
}

/** Axes, then figures: the columns and numbers that `plateau sweep` writes, those of both parts behind them. */
function cellsTable(study: Study, { cells, shelter, figure }: Terrain): Table {
  const keys = keysOf(cells.map(({ figures }) => figures));
  const isSplit = cells.some(({ before }) => before);
  const part = (name: string): TableColumn[] => (isSplit ? keys.map((key) => number(`${name} ${key}`)) : []);
  const numeric = (k: number): boolean => cells.every(({ values }) => typeof values[k] === 'number');
  return {
    name: 'cells',
    columns: [
      ...axisNames(study).map((name, k) => (numeric(k) ? number(name) : text(name))),
      ...keys.map(number),
      ...part('before'),
      ...part('after'),
      number('chosen figure'),
      number('shelter'),
      text('why not'),
    ],
    rows: cells.map(({ values, figures, before, after, why }, k) => [
      ...values,
      ...figureCells(figures, keys),
      ...(isSplit ? [...figureCells(before, keys), ...figureCells(after, keys)] : []),
      known(figure[k]),
      known(shelter[k]),
      why,
    ]),
  };
}

const known = (value: number | undefined): Cell => (Number.isFinite(value) ? value : undefined);

function windowsTable(study: Study, { windows, cells }: Walk): Table {
  return {
    name: 'windows',
    columns: [
      ...['trainFrom', 'trainTo', 'testFrom', 'testTo'].map(date),
      number('cell'),
      ...axisNames(study).map(number),
      number('trainFigure'),
      number('testFigure'),
    ],
    rows: windows.map(({ trainFrom, trainTo, testFrom, testTo, cell, trainFigure, testFigure }) => [
      ...[trainFrom, trainTo, testFrom, testTo].map(isoFromDay),
      cell,
      ...(cell === undefined ? axisNames(study).map(() => undefined) : (cells[cell] ?? [])),
      known(trainFigure),
      known(testFigure),
    ]),
  };
}

function edgeTable({ rows }: Edge): Table {
  const numbers = [
    'n',
    'days',
    'wins',
    'mean',
    'median',
    'deviation',
    'worst',
    'best',
    'base',
    'baseWins',
    'excess',
    't',
    'p',
    'holm',
    'sameDay',
  ] as const;
  return {
    name: 'rows',
    columns: [text('signal'), number('value'), number('horizon'), ...numbers.map(number)],
    rows: rows.map((row) => [row.signal, row.value, row.horizon, ...numbers.map((key) => known(row[key]))]),
  };
}

function baseTable({ base }: Edge): Table {
  return {
    name: 'base',
    columns: [number('horizon'), number('n'), number('wins'), number('mean')],
    rows: base.map(({ horizon, n, wins, mean }) => [horizon, n, known(wins), known(mean)]),
  };
}

/** The trades, each with the round it is a leg of. */
function roundsTable({ pair: { run } }: PairResult): Table {
  const { columns, rows } = tradesTable(run.trades);
  return {
    name: 'trades',
    columns: [number('round'), ...columns],
    rows: rows.map((row, k) => [run.trades[k]?.round, ...row]),
  };
}

function pairEquityTable({ pair: { run, bothHeld } }: PairResult): Table {
  const { columns, rows } = equityTable(run);
  return {
    name: 'equity',
    columns: [...columns, number('bothHeld')],
    rows: rows.map((row, t) => [...row, bothHeld[t]]),
  };
}

function pairWindowsTable({ pair: { windows } }: PairResult): Table {
  return {
    name: 'windows',
    columns: [date('from'), date('to'), ...['n', 'b', 'r2', 'halfLife', 'unitRootT'].map(number)],
    rows: windows.map(({ from, to, n, b, r2, halfLife, unitRootT }) => [
      isoFromDay(from),
      isoFromDay(to),
      n,
      ...[b, r2, halfLife, unitRootT].map(known),
    ]),
  };
}

function spreadTable({ pair: { days, y, x, spread, z, side } }: PairResult): Table {
  return {
    name: 'spread',
    columns: [date('date'), ...['y', 'x', 'spread', 'z', 'side'].map(number)],
    rows: Array.from(days, (day, i) => [isoFromDay(day), y[i], x[i], known(spread[i]), known(z[i]), side[i]]),
  };
}

function pairsTable({ rows }: PairSearch): Table {
  const numbers = ['n', 'b', 'r2', 'halfLife', 'unitRootT', 'rounds', 'training', 'test'] as const;
  return {
    name: 'pairs',
    columns: [text('y'), text('x'), ...numbers.map(number)],
    rows: rows.map((row) => [row.y, row.x, ...numbers.map((key) => known(row[key]))]),
  };
}

function repetitionsTable({ repetitions }: Shake): Table {
  const keys = keysOf(repetitions.map(({ figures }) => figures));
  return {
    name: 'repetitions',
    columns: [text('nudge'), number('repetition'), ...keys.map(number), number('benchmark cagr')],
    rows: repetitions.map(({ nudge, repetition, figures }) => [
      nudge,
      repetition + 1,
      ...figureCells(figures, keys),
      known(figures?.benchmark.cagr),
    ]),
  };
}

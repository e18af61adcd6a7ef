// Studies of the Skerry market to begin with, at least one of each kind.

import type { Study } from '@plateau/core';
import { readStudy, STRATEGY_FORMAT, STUDY_FORMAT } from '@plateau/files';

export interface DemoStudy {
  readonly name: string;
  /** what it asks */
  readonly about: string;
  readonly study: object;
}

const common = { format: STUDY_FORMAT, universe: 'skerry-stocks', benchmark: 'SK60' };

const DIPS = {
  format: STRATEGY_FORMAT,
  name: 'Dips',
  dials: { line: { value: 180 }, limit: { value: 12 } },
  long: {
    enter: 'close > {line}-day average and 3-day RSI < {limit}',
    exit: '3-day RSI > 60',
    rank: { by: '3-day RSI', first: 'lowest' },
    stops: { bars: 12 },
  },
  size: { method: 'equal-slots' },
  limits: { positions: 10 },
  costs: { commission: { fixed: 1 }, slippage: 3 },
};

export const DEMO_STUDIES: readonly DemoStudy[] = [
  {
    name: 'Dips, setting by setting',
    about:
      'Is the setting of a dip buyer one of many that work, or a lone peak? 81 settings, chosen before 2021, looked at after.',
    study: {
      ...common,
      kind: 'terrain',
      name: 'Dips, setting by setting',
      strategy: DIPS,
      axes: [
        { dial: 'line', from: 60, to: 300, step: 30 },
        { dial: 'limit', from: 4, to: 20, step: 2 },
      ],
      split: '2021-01-04',
    },
  },
  {
    name: 'Choosing as you go',
    about:
      'Every year the middle of the plateau of the three years before, traded for a year: does choosing keep what it promised?',
    study: {
      ...common,
      kind: 'walk',
      name: 'Choosing as you go',
      strategy: DIPS,
      axes: [
        { dial: 'line', from: 60, to: 300, step: 60 },
        { dial: 'limit', from: 4, to: 20, step: 4 },
      ],
      train: 36,
      test: 12,
      choose: 'middle',
    },
  },
  {
    name: 'After days of falling',
    about:
      'What follows two to six falling closes in a row, after one to ten days, beside what follows any day?',
    study: {
      ...common,
      kind: 'edge',
      name: 'After days of falling',
      signals: [
        {
          name: 'fallen',
          rule: 'streak is at most -{n}',
          sweep: { dial: 'n', from: 2, to: 6, step: 1 },
        },
      ],
      horizons: [1, 2, 3, 5, 10],
      gauge: '20-day volatility',
    },
  },
  {
    name: 'Two that came back, for a while',
    about:
      'Two tide power stocks whose distance came back in the training: what became of it when the training was over?',
    study: {
      ...common,
      universe: '',
      kind: 'pair',
      name: 'Two that came back, for a while',
      y: 'FLOTP',
      x: 'ODNEP',
      training: { bars: 1000 },
      in: 2,
      out: 0.5,
      costs: { commission: { fixed: 1 }, slippage: 3, borrowRate: 2 },
    },
  },
  {
    name: 'Stocks that move together',
    about:
      'Which two of a group of stocks keep a distance that comes back, and did it still come back after the training?',
    study: {
      ...common,
      kind: 'pair',
      name: 'Stocks that move together',
      search: { group: 'Tide power' },
      training: { bars: 1000 },
      costs: { commission: { fixed: 1 }, slippage: 3, borrowRate: 2 },
    },
  },
  {
    name: 'Dips, nudged',
    about:
      'The dip buyer again, a little otherwise: later, with fewer stocks, a day late, at twice the slippage. Is what it earned still there?',
    study: {
      ...common,
      kind: 'shake',
      name: 'Dips, nudged',
      strategy: DIPS,
      repetitions: 20,
    },
  },
];

/** @throws when a demo is no study, which a test rules out */
export function demoStudy({ study, name }: DemoStudy): Study {
  const read = readStudy(study, name);
  if (!read.ok) throw new Error(`${name}: ${read.problems[0]?.path}: ${read.problems[0]?.message}`);
  return read.value;
}

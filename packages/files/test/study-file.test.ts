// The study file: read, written, read again; and every fault named by its path.

import { STUDY_KINDS, type Study } from '@plateau/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readStudy, readStudyFile, STUDY_FORMAT } from '../src/study-file.ts';
import { writeStudyFile } from '../src/write-study.ts';

const strategy = {
  format: 'plateau-strategy/2',
  name: 'Tide',
  dials: { n: { value: 4 }, slots: { value: 3 } },
  long: { enter: 'close is the lowest of {n} days', exit: 'days held is at least 5' },
  limits: { positions: '{slots}' },
};
const common = { format: STUDY_FORMAT, name: 'x', universe: 'u.csv', benchmark: 'SK60' };
const axes = [
  { dial: 'n', from: 2, to: 6, step: 1 },
  { universes: ['u.csv', 'v.csv'] },
  { spans: [{ from: '2012-01-02' }, { from: '2013-01-02', to: '2014-12-31' }] },
];
const files: Record<string, Record<string, unknown>> = {
  terrain: {
    ...common,
    kind: 'terrain',
    strategy,
    axes,
    split: '2015-01-02',
    height: 0.7,
    from: '2010-01-04',
  },
  walk: { ...common, kind: 'walk', strategy, axes: [axes[0]], train: 24, test: 6, choose: 'best' },
  edge: {
    ...common,
    kind: 'edge',
    signals: [{ name: 'low', rule: 'streak is at most -{k}', sweep: { dial: 'k', from: 1, to: 6, step: 1 } }],
    horizons: [5, 1, 2],
    gauge: '20-day volatility',
  },
  pair: {
    ...common,
    kind: 'pair',
    y: 'FERRY',
    x: 'KELP',
    hedge: { method: 'rolling', bars: 60 },
    training: { from: '2010-01-04', to: '2012-12-31' },
    scale: { rolling: 40 },
    stop: 4,
    costs: { slippage: 2 },
  },
  shake: { ...common, kind: 'shake', strategy, repetitions: 20, nudges: ['start', 'all'] },
};
const studyOf = (value: unknown): Study => {
  const read = readStudy(value, 'study.json');
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
};
const faults = (value: unknown): string[] => {
  const read = readStudy(value, 'study.json');
  return read.ok ? [] : read.problems.map(({ path, message }) => `${path}: ${message}`);
};

describe('a study file', () => {
  it.each(STUDY_KINDS)('of a %s is written as it was read', (kind) => {
    const study = studyOf(files[kind]);
    const again = readStudyFile(writeStudyFile(study), 'again.json');
    expect(again).toEqual({ ok: true, value: study });
  });

  it('holds what it leaves out', () => {
    expect(studyOf({ ...common, kind: 'terrain', strategy, axes: [axes[0]] })).toMatchObject({
      seed: 1,
      notes: '',
      figure: 'mar',
      height: { percentile: 75 },
    });
    expect(studyOf(files.edge)).toMatchObject({
      horizons: [1, 2, 5],
      entry: 'next-open',
      cost: 0,
      once: false,
    });
    expect(studyOf({ ...common, kind: 'pair', y: 'A', x: 'B' })).toMatchObject({
      hedge: { method: 'intercept' },
      in: 2,
      out: 0,
      gross: 100,
      account: { capital: 100_000 },
    });
    expect(studyOf({ ...common, from: null, to: null, kind: 'shake', strategy })).toMatchObject({
      repetitions: 200,
      nudges: ['start', 'universe', 'overlooked', 'late', 'slippage', 'bars', 'order', 'all'],
    });
  });

  it('keeps the dials of its strategy’s settings', () => {
    const study = studyOf(files.walk);
    expect('strategy' in study && study.strategy.dialled).toEqual({ 'limits.positions': 'slots' });
    expect(JSON.parse(writeStudyFile(study)).strategy.limits.positions).toBe('{slots}');
  });

  it('of a search names no legs', () => {
    const study = studyOf({ ...common, kind: 'pair', search: { group: 'Ferries' } });
    expect(study).toMatchObject({ search: { group: 'Ferries' } });
    expect(studyOf(JSON.parse(writeStudyFile(study)))).toEqual(study);
  });

  it('names every fault by its path', () => {
    const { terrain, walk, edge, pair, shake } = files;
    const table: [unknown, RegExp][] = [
      [{ ...terrain, kind: 'hope' }, /^kind: /],
      [{ ...terrain, hope: 1 }, /^hope: .*not a key of this kind/],
      [{ ...terrain, format: 'plateau-study/9' }, /^format: /],
      [{ ...terrain, split: '2015-02-30' }, /^split: .*a day that exists/],
      [{ ...terrain, figure: 'luck' }, /^figure: /],
      [{ ...terrain, axes: [{ dial: 'n' }] }, /^axes\.0/],
      [{ ...terrain, from: '2015-01-01', to: '2014-01-01' }, /^to: the last day is before the first/],
      [
        { ...terrain, strategy: { ...strategy, long: { ...strategy.long, hope: 1 } } },
        /^strategy\.long\.hope: /,
      ],
      [{ ...walk, train: 0 }, /^train: /],
      [{ ...edge, horizons: [1, 1] }, /^horizons/],
      [{ ...edge, signals: [] }, /^signals: /],
      [{ ...pair, x: 'FERRY' }, /^x: a pair needs two instruments/],
      [{ ...pair, out: 2, in: 2 }, /^out: /],
      [{ ...pair, stop: 1 }, /^stop: /],
      [{ ...pair, training: { from: '2012-01-01', to: '2011-01-01' } }, /^training\.to: /],
      [{ ...shake, nudges: ['hope'] }, /^nudges\.0: /],
      [{ ...shake, repetitions: 0 }, /^repetitions: /],
      [null, /./],
      [[], /./],
      ['study', /./],
    ];
    for (const [value, message] of table) {
      expect(faults(value).join('\n'), JSON.stringify(value)?.slice(0, 80)).toMatch(message);
    }
  });

  it('is refused or read whatever a key holds, and never throws', () => {
    const anything = fc.oneof(
      fc.constantFrom(null, '', -1, 1e300, {}, [], '2015-01-01', [null]),
      fc.jsonValue({ maxDepth: 2 }),
    );
    fc.assert(
      fc.property(fc.constantFrom(...STUDY_KINDS), fc.nat(), anything, (kind, place, value) => {
        const file = files[kind] ?? {};
        const keys = Object.keys(file);
        const key = keys[place % keys.length] ?? 'name';
        const read = readStudy({ ...file, [key]: value }, 'study.json');
        expect(read.ok || read.problems.length > 0).toBe(true);
      }),
    );
  });
});

// What a sheet's doubts lead to: studies that read, turn its dials, and respect its veil.

import { alone, numbersAsDials, type RunRequest, readRule, type Strategy, valuesFrom } from '@plateau/core';
import { readStrategy, readStudy, STRATEGY_FORMAT, writableStudy } from '@plateau/files';
import { describe, expect, it } from 'vitest';
import { shelf } from '../features/strategies/shelf/shelf.ts';
import { studyFromSheet } from '../model/studies/from-sheet.ts';
import { QUESTIONS } from '../model/studies/questions.ts';

const strategyOf = (parts: object): Strategy => {
  const read = readStrategy(
    { format: STRATEGY_FORMAT, name: 'Dips', long: { enter: 'always', exit: 'never' }, ...parts },
    'sheet',
  );
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
};
const dialled = strategyOf({
  dials: {
    low: { value: 5, from: 2, to: 10, step: 1 },
    line: { value: 200 },
    share: { value: 0.4 },
  },
  long: {
    enter: 'close is the lowest of {low} days and close > {line}-day average\n# off: and close > {share}',
    exit: 'days held is at least {low}',
  },
});
const request = (strategy: Strategy, more: Partial<RunRequest> = {}): RunRequest => ({
  strategy,
  benchmark: 'SK60',
  ...more,
});
const made = (question: (typeof QUESTIONS)[number][0], its: RunRequest) => {
  const study = studyFromSheet(question, { name: 'Dips', universe: 'skerry-stocks', request: its });
  if (!study.ok) throw new Error(study.why);
  return study.study;
};

describe('a doubted sheet', () => {
  it.each(QUESTIONS.map(([question]) => question))('gives a %s that a study file holds', (question) => {
    const study = made(question, request(dialled, { from: 14_000 }));
    expect(study).toMatchObject({ universe: 'skerry-stocks', benchmark: 'SK60', from: 14_000 });
    const read = readStudy(writableStudy(study), 'study');
    expect(read.ok && read.value.kind).toBe(question);
  });

  it('turns its first two dials, each over a short axis that holds its own value', () => {
    const study = made('terrain', request(dialled));
    if (study.kind !== 'terrain') throw new Error('it is one');
    const axes = study.axes.map((axis) =>
      'dial' in axis ? [axis.dial, valuesFrom(axis.from, axis.to, axis.step)] : [],
    );
    expect(axes).toEqual([
      ['low', [2, 3, 4, 5, 6, 7, 8, 9, 10]],
      ['line', [100, 125, 150, 175, 200, 225, 250, 275, 300]],
    ]);
    const fine = strategyOf({
      dials: { a: { value: 3, from: 0, to: 100, step: 1 } },
      limits: { positions: 3 },
      long: { enter: 'close > {a}', exit: 'never' },
    });
    const wide = made('walk', request(fine));
    const [axis] = wide.kind === 'walk' ? wide.axes : [];
    expect(axis && 'dial' in axis && valuesFrom(axis.from, axis.to, axis.step).length).toBeLessThanOrEqual(
      11,
    );
  });

  it('never turns a whole number below 1 where it stands for a count', () => {
    const small = strategyOf({
      dials: { n: { value: 2 } },
      long: { enter: 'close is the lowest of {n} days', exit: 'never' },
    });
    const study = made('terrain', request(small));
    const [axis] = study.kind === 'terrain' ? study.axes : [];
    expect(axis).toEqual({ dial: 'n', from: 1, to: 6, step: 1 });
  });

  it('ends where the sheet does, and splits where its veil was opened', () => {
    expect(made('terrain', request(dialled, { to: 15_000 }))).toMatchObject({ to: 15_000 });
    expect(made('terrain', request(dialled, { splitAt: 15_001 }))).toMatchObject({ split: 15_001 });
    expect(made('terrain', request(dialled))).not.toHaveProperty('split');
  });

  it('looks at its entry rules alone: one dial is swept, more stand at their values', () => {
    const two = made('edge', request(dialled));
    if (two.kind !== 'edge') throw new Error('it is one');
    expect(two.signals).toEqual([
      {
        name: 'long entry',
        rule: expect.stringContaining('close is the lowest of 5 days and close is above 200-day average'),
        side: 'long',
      },
    ]);
    const one = strategyOf({
      dials: { low: { value: 5, from: 2, to: 6, step: 2 } },
      short: { enter: 'close is the highest of {low} days', exit: 'never' },
    });
    const swept = made('edge', request(one));
    if (swept.kind !== 'edge') throw new Error('it is one');
    expect(swept.signals[1]).toMatchObject({
      side: 'short',
      sweep: { dial: 'low', from: 2, to: 6, step: 2 },
    });
    for (const { rule } of two.signals) expect(readRule(rule, { expects: 'rule' }).ok).toBe(true);
  });

  it('is any sheet of the shelf: each question makes a study of it that reads', () => {
    for (const sheet of shelf) {
      const its = request(strategyOf(sheet.strategy));
      for (const [question] of QUESTIONS) {
        const made = studyFromSheet(question, { name: sheet.name, universe: 'u', request: its });
        if (!made.ok) {
          // A sheet without a number has nothing to turn, and longer bars have no edge.
          const { bars } = its.strategy;
          const { dials } = numbersAsDials(its.strategy);
          expect(question === 'edge' ? bars !== 'day' : Object.keys(dials).length === 0).toBe(true);
          continue;
        }
        const { study } = made;
        expect(readStudy(writableStudy(study), sheet.name).ok, `${sheet.name} ${question}`).toBe(true);
        if (study.kind !== 'edge') continue;
        for (const { rule, sweep } of study.signals) {
          const dials = sweep ? { [sweep.dial]: sweep.from } : {};
          expect(readRule(rule, { expects: 'rule', dials }).ok, `${sheet.name}: ${rule}`).toBe(true);
        }
      }
    }
  });

  it('offers every number of its rules where it has no dial', () => {
    const plain = strategyOf({ long: { enter: 'close > 120-day average', exit: 'days held is at least 9' } });
    const study = made('terrain', request(plain));
    if (study.kind !== 'terrain') throw new Error('it is one');
    expect(Object.keys(study.strategy.dials)).toEqual(['entry 1', 'exit 1']);
    expect(study.axes.map((axis) => 'dial' in axis && axis.dial)).toEqual(['entry 1', 'exit 1']);
    expect(study.strategy.long?.enter).toBe('close is above {entry 1}-day average');
  });

  it('is a search through its universe, or its one instrument against the benchmark', () => {
    expect(made('pair', request(dialled))).toMatchObject({ universe: 'skerry-stocks', search: {} });
    const single = (symbol: string) =>
      studyFromSheet('pair', { name: '', universe: alone(symbol), request: request(dialled) });
    expect(single('ABERK')).toMatchObject({ study: { y: 'ABERK', x: 'SK60', universe: '' } });
    expect(single('ABERK')).not.toHaveProperty('study.search');
    expect(single('SK60')).toMatchObject({ ok: false });
  });

  it('says what it lacks', () => {
    const none = studyFromSheet('terrain', { name: '', universe: 'u', request: request(strategyOf({})) });
    expect(none).toMatchObject({ ok: false, why: expect.stringContaining('neither a dial nor a number') });
    const weekly = strategyOf({ bars: 'week' });
    expect(studyFromSheet('edge', { name: '', universe: 'u', request: request(weekly) }).ok).toBe(false);
    expect(studyFromSheet('shake', { name: '', universe: 'u', request: request(weekly) })).toMatchObject({
      study: { name: 'Untitled: shake' },
    });
  });
});

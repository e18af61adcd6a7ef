// What studies say in words: the sentence follows the numbers, at its edges too.

import { cellFigureEntry, type Edge, surveyOf, type TerrainCell, type TerrainStudy } from '@plateau/core';
import { readStrategy, STRATEGY_FORMAT } from '@plateau/files';
import { describe, expect, it } from 'vitest';
import { edgeVerdict, signalName } from '../features/studies/edge/verdict.ts';
import { pairVerdict } from '../features/studies/pair/verdict.ts';
import { shakeVerdict } from '../features/studies/shake/verdict.ts';
import { terrainVerdict } from '../features/studies/terrain/verdict.ts';
import { walkVerdict } from '../features/studies/walk/verdict.ts';
import { NUDGE_WORDS } from '../model/studies/nudge-words.ts';
import { QUESTIONS, questionOf } from '../model/studies/questions.ts';

const read = readStrategy(
  {
    format: STRATEGY_FORMAT,
    name: '',
    dials: { line: { value: 2 } },
    long: { enter: 'close > {line}-day average', exit: 'never' },
  },
  'sheet',
);
if (!read.ok) throw new Error(JSON.stringify(read.problems));
const study: TerrainStudy = {
  kind: 'terrain',
  name: '',
  notes: '',
  seed: 1,
  universe: 'u',
  benchmark: 'KIX',
  strategy: read.value,
  axes: [{ dial: 'line', from: 1, to: 5, step: 1 }],
  figure: 'mar',
  height: { percentile: 75 },
};
const cells = (mar: readonly number[], after?: readonly number[]): TerrainCell[] =>
  mar.map((value, k) => {
    const figures = (is: number) =>
      Number.isNaN(is) ? undefined : ({ mar: is, benchmark: {} } as unknown as TerrainCell['figures']);
    return {
      values: [k + 1],
      figures: figures(value),
      before: after && figures(value),
      after: after && figures(after[k] ?? Number.NaN),
      alpha: undefined,
      why: undefined,
    };
  });
const said = (
  mar: readonly number[],
  changed: Partial<TerrainStudy> = {},
  after?: readonly number[],
): string => {
  const its = { ...study, ...changed };
  return terrainVerdict(its, surveyOf(its, cells(mar, after)), cellFigureEntry(its.figure)).join(' ');
};

describe('a terrain says', () => {
  it('where the own setting stands, whether the peak stands alone, and what holds', () => {
    const text = said([0.1, 0.4, 0.5, 0.45, 0.1], { height: 0.4 });
    expect(text).toContain('Your setting is 3rd of 5 by MAR ratio, with 0.40.');
    expect(text).toContain('The peak, line 3 with 0.50, does not stand alone: its neighbours are 15% worse.');
    expect(text).toContain('3 settings round line 3 hold 0.40 to 0.50, yours among them.');
    expect(said([0.1, 0.1, 0.9, 0.1, 0.1])).toContain('stands alone: its neighbours are 89% worse');
    expect(said([0.2, 0.9, 0.1, 0.1, 0.1])).toContain('Your setting is best by MAR ratio');
  });

  it('what it cannot tell: a setting off the grid, one without the figure, none with it, a flood', () => {
    const off = { ...study.strategy, dials: { line: { value: 9 } } };
    expect(said([1, 2, 3, 4, 5], { strategy: off })).toContain('Your setting is not among these.');
    expect(said([1, Number.NaN, 3, 4, 5])).toContain('Your setting has no MAR ratio.');
    const none = Array.from({ length: 5 }, () => Number.NaN);
    expect(said(none)).toBe('No setting has the figure “MAR ratio”.');
    expect(said([1, 2, 3, 4, 5], { height: 6 })).toContain('No setting lies above this water level.');
  });

  it('what became of the best after a split', () => {
    const text = said([0.1, 0.2, 0.3, 0.4, 0.5], { split: 15_000 }, [0.5, 0.4, 0.3, 0.2, 0.1]);
    expect(text).toContain('The best before the split was 5th after it, with 0.10');
    expect(text).toContain('go together by −1.00 (Spearman)');
  });

  it('ordinals as they are spoken', () => {
    const many = Array.from({ length: 23 }, (_x, k) => 1 - k / 100);
    const at = (value: number): string =>
      said(many, {
        axes: [{ dial: 'line', from: 1, to: 23, step: 1 }],
        strategy: { ...study.strategy, dials: { line: { value } } },
      });
    for (const [value, words] of [
      [2, '2nd'],
      [3, '3rd'],
      [4, '4th'],
      [11, '11th'],
      [12, '12th'],
      [13, '13th'],
      [21, '21st'],
      [22, '22nd'],
    ] as const) {
      expect(at(value)).toContain(`Your setting is ${words} of 23`);
    }
  });
});

describe('a walk-forward says', () => {
  const figures = (cagr: number) => ({ cagr, benchmark: { cagr: 0.08 } });
  const walk = (efficiency: number, picks: readonly (number | undefined)[]) =>
    ({
      cells: [[1], [2]],
      windows: picks.map((cell) => ({ cell })),
      run: { figures: figures(0.03) },
      own: { figures: figures(0.05) },
      hindsight: { figures: figures(0.09), cell: 1 },
      efficiency,
    }) as unknown as Parameters<typeof walkVerdict>[1];
  const asked = { ...study, kind: 'walk', train: 12, test: 6, anchored: false, choose: 'best' } as const;
  it('what was kept, what hindsight had, and how often it chose otherwise', () => {
    const text = walkVerdict(asked, walk(0.4, [0, 0, 1, undefined])).join(' ');
    expect(text).toContain(
      'grown 3.0% a year over 4 windows, against 8.0% of KIX and 5.0% of your own setting',
    );
    expect(text).toContain('In hindsight line 2 was best by MAR ratio, with 9.0% a year');
    expect(text).toContain('40% was kept (efficiency 0.40)');
    expect(text).toContain('The choice changed 2 times in 3 chances.');
    expect(text).toContain('In 1 window no setting had the figure');
    expect(walkVerdict(asked, walk(-0.2, [0])).join(' ')).toContain('Nothing was kept');
    expect(walkVerdict(asked, walk(Number.NaN, [0])).join(' ')).toContain('cannot be told');
  });
});

describe('an edge says', () => {
  const row = (holm: number, changed: object = {}) => ({
    signal: 'low',
    value: undefined,
    horizon: 5,
    n: 100,
    days: 90,
    mean: 0.012,
    base: 0.002,
    p: holm / 10,
    holm,
    ...changed,
  });
  const low = [{ name: 'low', side: 'long' }] as const;
  const edge = (rows: readonly object[], failed: Edge['failed'] = []): Edge =>
    ({ kind: 'edge', rows, base: [], failed }) as unknown as Edge;
  it('what can be told from luck and what not, with all that was tried', () => {
    expect(edgeVerdict(edge([row(0.01), row(0.4)]), low).join(' ')).toContain(
      'After low the price moved 1.20% in 5 bars, against 0.20% after any bar: hard to call luck, with p 0.010 after all 2 that were tried.',
    );
    expect(edgeVerdict(edge([row(0.3)]), low).join(' ')).toContain(
      'that cannot be told from luck, with p 0.030 by itself',
    );
    // However small its p: two events, or many on few days, carry no verdict.
    for (const few of [{ n: 2 }, { n: 400, days: 29 }])
      expect(edgeVerdict(edge([row(0.017, few)]), low).join(' ')).toBe(
        'No signal had 30 events on 30 days: nothing can be said of it. 1 row has fewer than 30 events or days with one: too few for a verdict.',
      );
    expect(edgeVerdict(edge([row(0.0000004)]), low).join(' ')).toContain('with p below 0.001 after');
    const failed = [{ signal: 'low', value: 3, why: 'it does not read.' }];
    expect(edgeVerdict(edge([row(0.3)], failed), low).join(' ')).toContain('low 3: it does not read.');
    const short = [{ name: 'low', side: 'short' }] as const;
    expect(edgeVerdict(edge([row(0.3)]), short).join(' ')).toContain(
      'After low a short made 1.20% in 5 bars',
    );
    expect(signalName({ signal: 'low', value: 3 })).toBe('low 3');
  });
});

describe('a shake says', () => {
  const shake = (own: number, benchmark: number) =>
    ({
      own: { cagr: own, benchmark: { cagr: benchmark } },
      beat: [
        { nudge: 'late', n: 3, share: 0 },
        { nudge: 'all', n: 3, share: 1 / 3 },
      ],
      repetitions: [0.05, 0.054, 0.06].map((cagr, repetition) => ({
        nudge: 'late',
        repetition,
        figures: { cagr, benchmark: { cagr: benchmark } },
      })),
    }) as unknown as Parameters<typeof shakeVerdict>[0];
  it('what a nudge costs, what it leaves, and “still” only of one that did better', () => {
    const better = shakeVerdict(shake(0.081, 0.06)).join(' ');
    expect(better).toContain('costs most: 2.7% a year in the middle, which leaves 5.4%.');
    expect(better).toContain('33% of 3 repetitions still did better than holding.');
    expect(shakeVerdict(shake(0.081, 0.09)).join(' ')).toContain('3 repetitions did better than holding.');
  });
});

describe('a pair says', () => {
  const part = (sharpe: number, cagr: number) => ({ strategy: { sharpe, cagr, benchmark: { cagr: 0.05 } } });
  const pair = (changed: object) =>
    ({
      halfLife: 12.4,
      unitRootT: -3.5,
      rounds: 4,
      training: part(1.2, 0.07),
      test: part(-0.3, -0.02),
      run: { figures: { cagr: 0.01, benchmark: { cagr: 0.05 } } },
      ...changed,
    }) as unknown as Parameters<typeof pairVerdict>[1];
  const asked = { y: 'A', x: 'B', benchmark: 'KIX' } as Parameters<typeof pairVerdict>[0];
  it('whether it came back, and what it earned before and after', () => {
    const text = pairVerdict(asked, pair({})).join(' ');
    expect(text).toContain(
      'half of a deviation was gone after 12 bars (unit-root t −3.50: a random walk is ruled out at 5%)',
    );
    expect(text).toContain(
      '4 rounds of A against B: in the training a Sharpe ratio of 1.20 and 7.0% a year (KIX 5.0%)',
    );
    expect(text).toContain('Over all days holding KIX did better.');
    expect(text).toContain('Fewer than 30 rounds are too few for a verdict');
    expect(pairVerdict(asked, pair({ rounds: 30 })).join(' ')).not.toContain('too few');
    const none = pairVerdict(asked, pair({ halfLife: Number.NaN, unitRootT: -1, test: undefined })).join(' ');
    expect(none).toContain('did not come back (unit-root t −1.00: it may be a random walk)');
    expect(none).toContain('after it too few days to say');
    expect(pairVerdict(asked, pair({ unitRootT: -4 })).join(' ')).toContain('at 1%');
  });
});

it('has a question for every kind of study, and words for every nudge', () => {
  expect(QUESTIONS.map(([kind]) => questionOf(kind))).toEqual(QUESTIONS.map(([, words]) => words));
  for (const [name, does] of Object.values(NUDGE_WORDS)) expect(name && does).toBeTruthy();
});

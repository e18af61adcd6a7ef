import { readStudy, STUDY_FORMAT } from '@plateau/files';
import { describe, expect, test } from 'vitest';
import { studyFault } from '../model/studies/fault-words.ts';

const pair = {
  format: STUDY_FORMAT,
  kind: 'pair',
  benchmark: 'IX',
  y: 'A',
  x: 'B',
  training: { bars: 500 },
  in: 2,
  out: 0.5,
};

describe('a fault of a study', () => {
  test.each([
    [{ path: 'x', message: 'There are no bars of B.' }, 'X: There are no bars of B.'],
    [{ path: 'training.from', message: 'It is no day.' }, 'Training: It is no day.'],
    [{ path: 'strategy.long.stops.trail', message: 'It has no level.' }, 'Trailing stop: It has no level.'],
    [{ path: '', message: 'It cannot be run.' }, 'It cannot be run.'],
  ])('names the field as the screen does: %j', (problem, words) => {
    expect(studyFault(problem)).toBe(words);
  });

  test.each([
    { ...pair, out: 'late' },
    { ...pair, in: -1 },
    { ...pair, gross: 0 },
    { ...pair, training: { bars: 'many' } },
    { ...pair, costs: { slippage: -1 } },
  ])('never names a key of the file: %j', (study) => {
    const read = readStudy(study, 'study');
    if (read.ok) throw new Error('it is refused');
    for (const problem of read.problems) expect(studyFault(problem)).not.toMatch(/“[a-z.]+”|^[a-z.]+:/);
  });
});

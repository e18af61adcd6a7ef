// What a repetition says of the run it repeats; the engine's version.

import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ENGINE_VERSION } from '@plateau/core';
import { describe, expect, it } from 'vitest';
import type { StoredRun } from '../model/rows.ts';
import { verdict } from '../model/runs/verdict.ts';

const [bars, others] = ['1', '2'].map((digit) => digit.repeat(64)) as [string, string];
const kept = { data: bars, summary: 'figures', engine: ENGINE_VERSION } as StoredRun;

describe('a repetition', () => {
  it.each([
    ['the same bars and figures', kept, { data: bars, summary: 'figures' }, 'Repeated to the last bit.'],
    [
      'other bars',
      kept,
      { data: others, summary: 'other' },
      'have changed since it was kept, and the figures',
    ],
    [
      'other bars that do not matter',
      kept,
      { data: others, summary: 'figures' },
      'but the figures are the same',
    ],
    [
      'another engine',
      { ...kept, engine: '0.0.1' },
      { data: bars, summary: 'other' },
      'The engine was 0.0.1',
    ],
    [
      'a signature of before 0.3 and the same figures',
      { ...kept, data: '0123456789abcdef' },
      { data: bars, summary: 'figures' },
      'its bars are signed now',
    ],
    [
      'a signature of before 0.3 and other figures',
      { ...kept, data: '0123456789abcdef' },
      { data: bars, summary: 'other' },
      'cannot be said whether they have changed',
    ],
    ['the same engine on the same bars', kept, { data: bars, summary: 'other' }, 'a fault of Plateau'],
  ])('with %s says so', (_what, run, again, words) => {
    expect(verdict(run, again)).toContain(words);
  });

  it('names the version of the packages', () => {
    const file = join(import.meta.dirname, '../../../package.json');
    expect(JSON.parse(readFileSync(file, 'utf8')).version).toBe(ENGINE_VERSION);
  });
});

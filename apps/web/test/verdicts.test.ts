import { OUTCOMES } from '@plateau/core';
import { expect, test } from 'vitest';
import { whyNoTrade } from '../parts/trades/verdicts.ts';

const outcomes = (met: Partial<Record<(typeof OUTCOMES)[number], number>>) =>
  Object.fromEntries(OUTCOMES.map((name) => [name, met[name] ?? 0])) as Parameters<typeof whyNoTrade>[0];

test('a run without a trade says what became of its candidates, from its record', () => {
  expect(whyNoTrade(outcomes({}))).toBe(
    'No trade was made: the entry rule was true of no member on any day.',
  );
  expect(whyNoTrade(outcomes({ 'both-sides': 1200, 'too-small': 4000 }))).toBe(
    'No trade was made. The entry rule was true 5,200 times: 4,000 too small, 1,200 asked for on both sides.',
  );
});

// The stand-in feed's mishaps are for tests alone, and what a feed answers is checked before it is used.

import { MOST_AHEAD } from '@plateau/skerry';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { mishap } from '../app/feed/mishaps.ts';
import { readCatalogue } from '../sources/read-catalogue.ts';
import { skerry } from '../sources/skerry.ts';

afterEach(() => vi.unstubAllEnvs());

describe('a feed that is asked to fail', () => {
  const asked = new URL('http://localhost/feed/catalogue?fail=503');

  it('does so for a server that was started for tests', async () => {
    vi.stubEnv('PLATEAU_TEST_FEED', '1');
    expect((await mishap(asked))?.status).toBe(503);
    expect(await mishap(new URL('http://localhost/feed/catalogue'))).toBeUndefined();
  });

  it('answers as ever for any other', async () => {
    vi.stubEnv('PLATEAU_TEST_FEED', '');
    expect(await mishap(asked)).toBeUndefined();
    vi.useFakeTimers();
    try {
      // No clock goes on: one that waited would never answer.
      await mishap(new URL('http://localhost/feed/catalogue?slow=20000'));
    } finally {
      vi.useRealTimers();
    }
  });
});

it('offers as many sessions ahead as the demo market has', () => {
  expect(skerry.mostAhead).toBe(MOST_AHEAD);
});

describe('a catalogue', () => {
  const kelp = { symbol: 'KELP', name: 'Kelp', kind: 'stock', group: 'Kelp farms' };

  it('is read when it is one', () => {
    const whole = {
      listings: [kelp],
      universes: [{ id: 'u', name: 'U', members: [{ symbol: 'KELP', from: 1 }] }],
    };
    expect(readCatalogue(JSON.stringify(whole))).toEqual(whole);
  });

  it.each([
    ['no JSON', '<html>'],
    ['no lists', '{}'],
    [
      'a symbol that rules cannot name',
      JSON.stringify({ listings: [{ ...kelp, symbol: '<b>' }], universes: [] }),
    ],
    ['a kind that is none', JSON.stringify({ listings: [{ ...kelp, kind: 'x' }], universes: [] })],
    [
      'members without symbols',
      JSON.stringify({ listings: [], universes: [{ id: 'u', name: 'U', members: [{}] }] }),
    ],
  ])('is refused in words when it is %s', (_what, answer) => {
    expect(() => readCatalogue(answer)).toThrow(/the feed's catalogue cannot be read/);
  });
});

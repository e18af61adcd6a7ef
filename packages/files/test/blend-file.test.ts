// Blend files: what is read, and what is refused in which words.

import { describe, expect, it } from 'vitest';
import { readBlend, readBlendFile } from '../src/blend-file.ts';
import { writeBlendFile } from '../src/write-blend.ts';

const strategy = (changed: object = {}) => ({
  format: 'plateau-strategy/2',
  name: 'Dips',
  long: { enter: 'close > 20-day average' },
  ...changed,
});
const dips = { name: 'dips', share: 60, strategy: strategy(), universe: 'all.csv' };
const fund = { name: 'fund', share: 40, hold: 'SK60' };
const apart = (changed: object = {}) => ({
  format: 'plateau-blend/1',
  form: 'apart',
  parts: [dips, fund],
  ...changed,
});
const together = (changed: object = {}) => ({
  format: 'plateau-blend/1',
  form: 'together',
  parts: [dips, { ...dips, name: 'again', share: 40 }],
  ...changed,
});

function faults(value: unknown): string[] {
  const read = readBlend(value, 'blend.json');
  return read.ok ? [] : read.problems.map(({ path, message }) => `${path}: ${message}`);
}

describe('a blend written out', () => {
  it.each([
    [
      'buckets',
      apart({ name: 'Mix', notes: 'why', review: { drift: 4 }, moveCost: 12, account: { capital: 5000 } }),
    ],
    ['buckets by volatility', apart({ weights: { inverseVolatility: 40 }, review: 'month-end' })],
    [
      'equal buckets without shares',
      apart({
        weights: 'equal',
        parts: [
          { ...fund, share: undefined },
          { name: 'idle', cash: 'BILL' },
        ],
      }),
    ],
    [
      'one account',
      together({
        limits: { positions: 4, onePart: false },
        account: { leverage: 2 },
        costs: { slippage: 3 },
      }),
    ],
  ])('of %s reads back as it was', (_what, value) => {
    // Rules are written as they are printed.
    const json = JSON.parse(JSON.stringify(value).replaceAll('close > 20', 'close is above 20'));
    const read = readBlend(json, 'blend.json');
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(readBlendFile(writeBlendFile(read.value), 'again.json')).toEqual(read);
  });
});

describe('a blend file', () => {
  it('is read with every default', () => {
    expect(readBlend(apart(), 'blend.json')).toMatchObject({
      ok: true,
      value: {
        form: 'apart',
        weights: 'shares',
        review: 'never',
        moveCost: 0,
        capital: 100_000,
        parts: [
          { kind: 'strategy', name: 'dips', share: 60, universe: 'all.csv' },
          { kind: 'hold', name: 'fund', share: 40, symbol: 'SK60' },
        ],
      },
    });
    expect(readBlend(together(), 'blend.json')).toMatchObject({
      ok: true,
      value: {
        form: 'together',
        limits: { onePart: true, oppose: false, turn: 'listed' },
        account: { capital: 100_000, leverage: 1 },
        costs: { slippage: 0 },
      },
    });
  });

  it('takes strategies of the first format', () => {
    const first = strategy({
      format: 'plateau-strategy/1',
      long: { enter: 'close > 1', leave: 'close < 1' },
    });
    expect(readBlend(apart({ parts: [{ ...dips, strategy: first }, fund] }), 'f')).toMatchObject({
      ok: true,
      value: { parts: [{ strategy: { long: { exit: 'close < 1' } } }, {}] },
    });
  });

  it('needs no shares where all are equal', () => {
    const { share: _share, ...rest } = fund;
    expect(faults(apart({ weights: 'equal', parts: [dips, rest] }))).toEqual([]);
  });

  it.each([
    [
      'shares that do not add up',
      apart({ parts: [dips, { ...fund, share: 30 }] }),
      'parts: the shares add up to 90%; they must add up to 100%',
    ],
    [
      'more shares than leverage allows',
      together({ parts: [dips, { ...dips, name: 'again', share: 60 }] }),
      'parts: the shares add up to 120%; with a leverage of 1 they may add up to 100%',
    ],
    [
      'one name twice',
      apart({ parts: [dips, { ...fund, name: 'dips' }] }),
      'parts.1.name: two parts are named “dips”; give one another name',
    ],
    [
      'a key of the other form',
      apart({ costs: {} }),
      'costs: “costs” belongs to the other form of a blend; remove it, or change “form”',
    ],
    [
      'a key of the other form, on one account',
      together({ review: 'month-end' }),
      'review: “review” belongs to the other form of a blend; remove it, or change “form”',
    ],
    [
      'leverage of buckets',
      apart({ account: { leverage: 2 } }),
      'account.leverage: “account.leverage” belongs to the other form of a blend; remove it, or change “form”',
    ],
    [
      'what is no strategy on one account',
      together({ parts: [dips, fund] }),
      'parts.1.hold: on one account only strategies may be parts; take “parts[1].hold” out, or set “form” to “apart”',
    ],
    [
      'a fault in a strategy',
      apart({ parts: [{ ...dips, strategy: strategy({ seed: 'x' }) }, fund] }),
      'parts.0.strategy.seed: part “dips”: “seed” must be a number',
    ],
    [
      'bars of two lengths',
      together({ parts: [dips, { ...dips, name: 'slow', share: 40, strategy: strategy({ bars: 'week' }) }] }),
      'parts: part “slow” reads week bars and “dips” day bars; all parts must read the same',
    ],
    [
      'a share that is missing',
      apart({ parts: [{ ...dips, share: undefined }, fund] }),
      'parts.0.share: part “dips” needs a share in percent',
    ],
    [
      'a strange key',
      apart({ colour: 1 }),
      'colour: “colour” is not a key of a blend file; remove or correct it',
    ],
  ])('refuses %s in words', (_what, value, words) => {
    expect(faults(value)).toContain(words);
  });

  it('refuses text that is no JSON, and JSON that is no blend', () => {
    expect(readBlendFile('{', 'b.json')).toMatchObject({ ok: false });
    for (const value of [null, 3, [], {}, { form: 'together' }]) expect(faults(value)).not.toEqual([]);
  });
});

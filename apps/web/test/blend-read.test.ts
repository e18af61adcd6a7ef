// From a blend's draft to what is mixed: faults in plain words at their places, what is followed, what is veiled.

import { readBlendFile, writeBlendFile } from '@plateau/files';
import { describe, expect, it } from 'vitest';
import { blendChanges, blendVariantSettings } from '../model/blend/changes.ts';
import { DEMO_BLENDS, demoDraft } from '../model/blend/demo.ts';
import { freeze, notedNow, sheetChanged } from '../model/blend/followed.ts';
import { blendFromParts, exchangeable, partFromSheet, withConditionExchanged } from '../model/blend/new.ts';
import { partKey, partsOf, partTexts, withPartMoved, withPartRemoved } from '../model/blend/parts.ts';
import {
  blendKey,
  blendVeil,
  draftFromBlend,
  freshBlend,
  inDraft,
  pinnedDraft,
  readBlendDraft,
  type Surroundings,
} from '../model/blend/read.ts';
import { runKey } from '../model/sheet/read.ts';
import type { Draft, Sheet } from '../model/sheet/sheet.ts';

let ids = 0;
const newId = (): string => `p${++ids}`;

const sheet = (id: string, draft: Draft = {}): Sheet => ({
  id,
  draft: { name: `Sheet ${id}`, 'long.rank.by': '', ...draft },
  past: [],
  future: [],
  created: 1,
});
const around = (...sheets: readonly Sheet[]): Surroundings => ({
  sheetOf: (id) => sheets.find((one) => one.id === id),
  hasUniverse: (id) => id !== 'gone',
});

const a = sheet('a');
const b = sheet('b', { 'long.enter': 'close > 50-day average' });
const both = around(a, b);

function blendOf(...sheets: readonly Sheet[]): Draft {
  return blendFromParts('Mixture', sheets.map(partFromSheet), newId);
}

function faults(draft: Draft, surroundings = both): string[] {
  const read = readBlendDraft(draft, surroundings);
  return read.ok ? [] : read.problems.map(({ message }) => message);
}

function asked(draft: Draft, surroundings = both) {
  const read = readBlendDraft(draft, surroundings);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.asked;
}

describe('a blend’s draft', () => {
  it('follows its sheets, in equal shares', () => {
    const { blend, benchmark } = asked(blendOf(a, b));
    expect(benchmark).toBe('SK60');
    expect(blend).toMatchObject({
      form: 'apart',
      parts: [
        { name: 'Sheet a', share: 50, universe: 'skerry-stocks' },
        { name: 'Sheet b', share: 50, strategy: { long: { enter: 'close > 50-day average' } } },
      ],
    });
  });

  it('runs on one account with that form’s settings alone', () => {
    const draft = {
      ...blendOf(a, b),
      form: 'together',
      'limits.positions': '7',
      moveCost: '25',
      review: 'month-end',
    };
    expect(asked(draft).blend).toMatchObject({
      form: 'together',
      limits: { positions: 7, onePart: true, turn: 'listed' },
      account: { capital: 100_000, leverage: 1 },
    });
  });

  it('divides the share of a part that is off among the others', () => {
    const draft = blendOf(a, b, sheet('c'));
    const [first, second, third] = partsOf(draft);
    const shares = {
      [partKey(first?.id ?? '', 'share')]: '50',
      [partKey(second?.id ?? '', 'share')]: '30',
      [partKey(third?.id ?? '', 'share')]: '20',
    };
    const off = { ...draft, ...shares, [partKey(third?.id ?? '', 'on')]: 'off' };
    expect(asked(off, around(a, b, sheet('c'))).blend.parts.map(({ share }) => share)).toEqual([62.5, 37.5]);
  });

  it('names the variant the same whatever its parts are called', () => {
    const draft = blendOf(a, b);
    const [first] = partsOf(draft);
    const renamed = { ...draft, name: 'Other', notes: 'x', [partKey(first?.id ?? '', 'name')]: 'Another' };
    expect(blendKey(asked(renamed))).toBe(blendKey(asked(draft)));
    expect(blendKey(asked({ ...draft, moveCost: '5' }))).not.toBe(blendKey(asked(draft)));
  });
});

describe('what is wrong with a blend is told where it is', () => {
  const draft = blendOf(a, b);
  const [first, second] = partsOf(draft);
  const [one, two] = [first?.id ?? '', second?.id ?? ''];

  it.each([
    [
      'no part',
      freshBlend('Empty'),
      'The blend has no part yet: add a sheet, a kept run, an instrument or cash.',
    ],
    [
      'every part off',
      { ...draft, [partKey(one, 'on')]: 'off', [partKey(two, 'on')]: 'off' },
      'Every part is switched off: switch one on.',
    ],
    [
      'shares that do not add up',
      { ...draft, [partKey(one, 'share')]: '70' },
      'The shares add up to 120%; they must add up to 100%.',
    ],
    [
      'a share that is missing',
      { ...draft, [partKey(one, 'share')]: '' },
      'Part “Sheet a” needs a share in percent.',
    ],
    [
      'two parts of one name',
      { ...draft, [partKey(two, 'name')]: 'Sheet a' },
      'Two parts are named “Sheet a”; give one another name.',
    ],
    [
      'a number that is none',
      { ...draft, moveCost: 'much' },
      '“much” is no number; write one such as 1.5, 10,000 or 10k.',
    ],
    ['a date that is none', { ...draft, from: '2019' }, '“2019” is no date; write YYYY-MM-DD.'],
    [
      'cash on one account',
      { ...draft, form: 'together', ...partTexts(two, { kind: 'cash', cash: '2' }) },
      'On one account only strategies may be parts; take its cash out, or set “Form” to “apart”.',
    ],
  ])('%s', (_what, given, words) => {
    expect(faults(given)).toEqual([words]);
  });

  it('a sheet that is deleted, one with a fault, a universe that is gone', () => {
    expect(faults(draft, around(b))).toEqual([
      'The sheet that “Sheet a” follows is deleted: freeze the part as it was, or take it out.',
    ]);
    const faulty = sheet('a', { 'limits.positions': 'many' });
    expect(faults(draft, around(faulty, b))[0]).toMatch(
      /^The sheet of “Sheet a” has a fault: .*Mend it on the sheet\.$/,
    );
    expect(faults(draft, around(sheet('a', { universe: 'gone' }), b))[0]).toMatch(
      /^The universe “gone” of “Sheet a” is not in the store/,
    );
  });

  it('bars of different length', () => {
    expect(faults(draft, around(a, sheet('b', { bars: 'week' })))[0]).toBe(
      'Part “Sheet b” reads week bars and “Sheet a” day bars; all parts must read the same.',
    );
  });

  it('faults of the engine stand at the part they are of', () => {
    const parts = partsOf(draft);
    expect(
      inDraft([{ path: 'parts.1.strategy.long.enter', message: 'Unknown word “avrage”.' }], parts),
    ).toEqual([{ path: partKey(two, 'strategy'), message: '“Sheet b”: Unknown word “avrage”.' }]);
    expect(inDraft([{ path: 'parts.0.hold', message: 'There are no bars of “X”.' }], parts)[0]?.path).toBe(
      partKey(one, 'hold'),
    );
    expect(
      inDraft([{ path: 'account.capital', message: '“account.capital” must be greater than 0' }], parts),
    ).toEqual([{ path: 'account.capital', message: '“Capital” must be greater than 0.' }]);
  });
});

describe('the veil', () => {
  const draft = { ...blendOf(a, b), veil: '2020-01-01' };

  it('ends the days before it, and is split at once it is opened', () => {
    expect(asked(draft)).toMatchObject({ to: 18261 });
    const opened = readBlendDraft(draft, both, true);
    expect(opened.ok && opened.asked).toMatchObject({ splitAt: 18262 });
    expect(opened.ok && opened.asked.to).toBeUndefined();
  });

  it('is the earliest of the blend’s and of the sheets it follows, unless those were opened', () => {
    const veiled = sheet('a', { veil: '2015-01-01' });
    expect(blendVeil(draft, around(veiled, b))).toBe(16436);
    const opened = { ...veiled, openings: [{ key: runKey(veiled.draft), at: 1 }] };
    expect(blendVeil(draft, around(opened, b))).toBe(18262);
  });
});

describe('a blend read back', () => {
  it('from what it runs is the same blend, its strategies frozen', () => {
    for (const form of ['apart', 'together']) {
      const draft = { ...blendOf(a, b), form, weights: 'inverse', review: 'drift', 'limits.perGroup': '2' };
      const { blend, benchmark } = asked(draft);
      const again = draftFromBlend(blend, benchmark, newId);
      expect(partsOf(again).map(({ kind }) => kind)).toEqual(['frozen', 'frozen']);
      const file = (own: typeof blend) => JSON.parse(writeBlendFile(own));
      const same = asked(again, around()).blend;
      expect(file(same)).toEqual(file(blend));
      expect(readBlendFile(writeBlendFile(same), 'x').ok).toBe(true);
    }
  });

  it('from a variant that was pinned holds the rules its sheets had', () => {
    const draft = blendOf(a, b);
    const read = readBlendDraft(draft, both);
    if (!read.ok) throw new Error('it reads');
    const pinned = pinnedDraft(draft, read);
    const [first] = partsOf(pinned);
    const frozen = { ...pinned, [partKey(first?.id ?? '', 'kind')]: 'frozen' };
    const changed = around(sheet('a', { 'long.enter': 'close > 99-day average' }), b);
    expect(blendKey(asked(frozen, changed))).toBe(blendKey(asked(draft)));
  });
});

describe('a part that follows a sheet', () => {
  const draft = blendOf(a, b);
  const [part] = partsOf(draft);
  if (!part) throw new Error('it has a part');
  const edited = sheet('a', { 'long.enter': 'close > 99-day average' });

  it('tells that the sheet trades otherwise than when it was looked at, until that is noted', () => {
    expect(sheetChanged(part, a)).toBe(false);
    expect(sheetChanged(part, sheet('a', { name: 'Another name', notes: 'x' }))).toBe(false);
    expect(sheetChanged(part, edited)).toBe(true);
    const noted = partsOf({ ...draft, ...notedNow(part, edited) })[0];
    expect(noted && sheetChanged(noted, edited)).toBe(false);
  });

  it('is frozen as its sheet is, or as it was where the sheet is gone', () => {
    const rules = (own: Draft, surroundings: Surroundings) => {
      const [first] = asked({ ...draft, ...own }, surroundings).blend.parts;
      return first?.kind === 'strategy' ? first.strategy.long?.enter : undefined;
    };
    expect(rules(freeze(part, around(edited, b)), around(b))).toBe('close is above 99-day average');
    expect(rules(freeze(part, around(b)), around(b))).toContain('200-day average');
  });
});

describe('what led to a variant', () => {
  it('is told part by part, then setting by setting', () => {
    const draft = blendOf(a, b);
    const [first, second] = partsOf(draft);
    const [one, two] = [first?.id ?? '', second?.id ?? ''];
    const after = {
      ...draft,
      review: 'month-end',
      moveCost: '10',
      [partKey(one, 'share')]: '60',
      [partKey(two, 'on')]: 'off',
      [partKey(two, 'kind')]: 'frozen',
      ...withPartMoved(draft, two, 0),
    };
    expect(blendChanges(draft, after)).toEqual([
      'Sheet b switched off',
      'Sheet b frozen',
      'share of Sheet a 50 to 60',
      'the order of the parts',
      'when never: they drift to each month’s end',
      'moving money costs 0 to 10',
    ]);
    expect(blendChanges(draft, { ...draft, ...withPartRemoved(draft, one) })).toEqual(['Sheet a removed']);
    const rows = blendVariantSettings([draft, after]);
    expect(rows.find(({ label }) => label === 'Sheet b')?.texts).toEqual([
      '50%, follows a sheet',
      '50%, frozen, off',
    ]);
  });
});

describe('copies of one sheet', () => {
  it('have one condition of the entry exchanged in each, the rest as it was', () => {
    const three = sheet('t', { 'long.enter': 'close > 100-day average and 3-day RSI < 10 and volume > 0' });
    const { blend } = asked(blendOf(three, b), around(three, b));
    const [part] = blend.parts;
    if (part?.kind !== 'strategy') throw new Error('it is a strategy');
    expect(exchangeable(part.strategy)).toEqual([
      'close is above 100-day average',
      '3-day RSI is below 10',
      'volume is above 0',
    ]);
    const others = ['5-day RSI < 20', 'streak < -2 or close < open'];
    const copies = withConditionExchanged(part.strategy, 1, others);
    expect(copies.map(({ name }) => name)).toEqual(others);
    expect(copies.map(({ strategy }) => strategy.long?.enter)).toEqual([
      '(close is above 100-day average and volume is above 0) and (5-day RSI < 20)',
      '(close is above 100-day average and volume is above 0) and (streak < -2 or close < open)',
    ]);
  });

  it('of an entry that is one condition hold the other alone', () => {
    const { blend } = asked(blendOf(b, a));
    const [part] = blend.parts;
    if (part?.kind !== 'strategy') throw new Error('it is a strategy');
    expect(withConditionExchanged(part.strategy, 0, ['open > 9'])[0]?.strategy.long?.enter).toBe(
      '(open > 9)',
    );
  });
});

describe.each(DEMO_BLENDS)('the demo “$name”', (demo) => {
  it('reads, and its notes say what it teaches', () => {
    const draft = demoDraft(demo, newId);
    expect(asked(draft, around()).blend.parts.length).toBeGreaterThan(2);
    expect(draft.notes).toBe(demo.about);
  });
});

// Studies as the page keeps them: begun, found, written down and read again, and the pieces that outlive a tab.

import 'fake-indexeddb/auto';
import {
  type Desk,
  doEngineWork,
  type EdgeStudy,
  engineKeeper,
  runStudy,
  type Study,
  type StudyResult,
  symbolAlone,
  type Universe,
} from '@plateau/core';
import { readStudy, STRATEGY_FORMAT, STUDY_FORMAT, turnDials, writableStudy } from '@plateau/files';
import { createSkerryMarket } from '@plateau/skerry';
import fc from 'fast-check';
import { beforeEach, describe, expect, it } from 'vitest';
import { foundWords } from '../features/studies/list/found-words.ts';
import { ofKind, withPart } from '../features/studies/setup/change.ts';
import { alone } from '../model/market/alone.ts';
import { DEMO_STUDIES, demoStudy } from '../model/studies/demo.ts';
import { nameOfStudy, type StoredStudy, studyOf } from '../model/studies/stored-study.ts';
import { missingUniverse, universesOf } from '../model/studies/universes.ts';
import { readValue, writableValue } from '../model/written-value.ts';
import { database } from '../store/database.ts';
import { readRow } from '../store/rows.ts';
import { piecesOf } from '../store/studies/pieces.ts';
import {
  addStudy,
  changeStudy,
  dropOrphans,
  duplicateStudy,
  keepFound,
  nameStudy,
  newestStudy,
  openVeilOf,
  removeStudy,
} from '../store/studies/studies.ts';
import { expectTouch, forgetUntouched, touched } from '../store/studies/untouched.ts';
import { doAgain, takeBack, useActs } from '../store/undo.ts';

const skerry = createSkerryMarket();
const membersOf = (name: string): Universe => {
  const symbol = symbolAlone(name);
  if (symbol !== undefined) return [{ symbol }];
  return skerry.universes.find(({ id }) => id === name)?.members ?? [];
};
const handlers = doEngineWork(skerry.bars, engineKeeper(skerry.bars, membersOf));
const desk: Desk = {
  expect: () => undefined,
  each: async (kind, asked, came) => {
    const all = [];
    for (const [place, one] of asked.entries()) {
      const how = { kind: 'done', out: await handlers[kind](one, () => true) } as const;
      came?.(how, place);
      all.push(how);
    }
    return all;
  },
};

async function found(study: Study): Promise<StudyResult> {
  const outcome = await runStudy(study, {
    desk,
    turn: (strategy, values) => turnDials(strategy, values, 'study'),
    symbolsOf: (universe, group) =>
      membersOf(universe)
        .filter((row) => group === undefined || row.group === group)
        .map(({ symbol }) => symbol),
  });
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome.problems));
  return outcome.result;
}

const strategy = {
  format: STRATEGY_FORMAT,
  name: 'Dips',
  dials: { line: { value: 100 } },
  long: {
    enter: 'close is above {line}-day average and 3-day RSI is below 10',
    exit: '3-day RSI is above 60',
  },
  limits: { positions: 5 },
};
const common = { format: STUDY_FORMAT, universe: 'skerry-stocks', benchmark: 'SK60', from: '2015-01-02' };
const axes = [{ dial: 'line', from: 100, to: 200, step: 100 }];
const small: Record<string, object> = {
  terrain: { ...common, kind: 'terrain', strategy, axes, split: '2020-01-02' },
  walk: { ...common, kind: 'walk', strategy, axes, train: 24, test: 24 },
  edge: { ...common, kind: 'edge', signals: [{ name: 'low', rule: 'streak <= -4' }], horizons: [1, 5] },
  pair: { ...common, kind: 'pair', y: 'SWELL', x: 'LEDGE' },
  search: { ...common, kind: 'pair', search: { group: 'Tide power' } },
  shake: { ...common, kind: 'shake', strategy, repetitions: 1, nudges: ['late', 'order'] },
};
const read = (value: unknown): Study => {
  const its = readStudy(value, 'study');
  if (!its.ok) throw new Error(JSON.stringify(its.problems));
  return its.value;
};

describe('what a study found', () => {
  const [y, x] = [...skerry.bars.keys()];
  it.each(Object.keys(small))(
    'of a %s is kept, told in a line, and read again from a workspace',
    async (kind) => {
      const study = read(kind === 'pair' ? { ...small.pair, y, x } : small[kind]);
      const result = await found(study);
      const row: StoredStudy = {
        id: 's',
        created: 1,
        study: writableStudy(study),
        found: { at: 2, engine: '0.2.0', data: 'd', result },
      };
      expect(readRow('studies', row)).toEqual({ ok: true, row });
      expect(studyOf(row)).toEqual(study);
      const again = readValue(JSON.parse(JSON.stringify(writableValue(row)))) as StoredStudy;
      expect(readRow('studies', again).ok).toBe(true);
      expect(again).toEqual(row);
      const words = foundWords(result);
      expect(words.length).toBeGreaterThan(30);
      expect(words).not.toMatch(/NaN|undefined|Infinity/);
    },
  );

  it('is refused when it is none', () => {
    const study = writableStudy(read(small.edge));
    const row = (result: unknown) => ({
      id: 's',
      created: 1,
      study,
      found: { at: 1, engine: '', data: '', result },
    });
    for (const result of [
      null,
      7,
      {},
      { kind: 'edge' },
      { kind: 'toString' },
      { kind: 'terrain', cells: 5 },
    ]) {
      expect(readRow('studies', row(result)).ok, JSON.stringify(result)).toBe(false);
    }
    expect(readRow('studies', { id: 's', created: 1, study: { kind: 'edge' } }).ok).toBe(false);
  });
});

describe('the demo studies', () => {
  it('are studies of universes and groups that Skerry has', () => {
    for (const demo of DEMO_STUDIES) {
      const study = demoStudy(demo);
      expect(study.name).toBe(demo.name);
      const isPair = study.kind === 'pair' && !study.search;
      expect(universesOf(study)).toEqual(isPair ? [] : ['skerry-stocks']);
      if (study.kind === 'pair' && isPair) {
        for (const symbol of [study.y, study.x]) expect(skerry.bars.has(symbol)).toBe(true);
      } else if (study.kind === 'pair') {
        expect(membersOf(study.universe).some(({ group }) => group === study.search?.group)).toBe(true);
      }
    }
  });
});

describe('values with columns', () => {
  it('are what they were, through JSON', () => {
    const numbers = fc.oneof(fc.double(), fc.constantFrom(Number.NaN, Infinity, -Infinity, -0));
    const leaf = fc.oneof(
      numbers,
      fc.string(),
      fc.boolean(),
      fc.constant(null),
      fc.array(numbers).map((list) => Float64Array.from(list)),
      fc.array(fc.integer()).map((list) => Int32Array.from(list)),
      fc.array(fc.integer({ min: -128, max: 127 })).map((list) => Int8Array.from(list)),
    );
    const key = fc.string({ minLength: 1 }).filter((text) => !text.startsWith('$') && text !== '__proto__');
    const tree = fc.array(fc.dictionary(key, fc.oneof(leaf, fc.array(leaf)), { noNullPrototype: true }));
    fc.assert(
      fc.property(tree, (value) => {
        const again = readValue(JSON.parse(JSON.stringify(writableValue(value))));
        expect(again).toEqual(value);
      }),
    );
  });
});

/** A change of one kind, where that is the kind of all. */
type OfAny = (now: Study) => Study;

describe('studies in the store', () => {
  const EMPTY = { done: [], undone: [] };
  beforeEach(async () => {
    await database.studies.clear();
    await database.pieces.clear();
    useActs.setState({ studies: EMPTY });
  });
  it('that were only looked at leave no row behind; touched ones stay', async () => {
    const [looked = '', named = '', run = '', begun = ''] = await Promise.all(
      DEMO_STUDIES.slice(0, 4).map((demo) => addStudy(demoStudy(demo))),
    );
    for (const id of [looked, named, run, begun]) await expectTouch(id);
    await nameStudy(named, { name: 'mine' });
    touched(run);
    await database.pieces.put({ id: 'p', study: begun } as never);
    for (const id of [looked, named, run, begun]) await forgetUntouched(id);
    expect(await database.studies.toCollection().primaryKeys()).toEqual([named, run, begun].sort());
    // What was there before is not of a doubt's making.
    await forgetUntouched(named);
    expect(await database.studies.get(named)).toBeDefined();
  });

  const stored = async (id: string): Promise<StoredStudy> => {
    const row = await database.studies.get(id);
    if (!row) throw new Error('it is there');
    return row;
  };

  it('are made, changed and deleted, and each is taken back', async () => {
    const study = read(small.edge);
    const id = await addStudy(study);
    expect(nameOfStudy(await stored(id))).toBe('Edge');
    const result = await found(study);
    await keepFound(id, (await stored(id)).study, { result, data: 'd', market: 'm' });
    expect((await stored(id)).found?.result).toEqual(result);
    await changeStudy(id, (now) => ({ ...now, universe: 'elsewhere' }), 'another universe');
    // What was found was found elsewhere.
    expect((await stored(id)).found).toBeUndefined();
    await takeBack('studies');
    expect((await stored(id)).found?.result).toEqual(result);
    await removeStudy(await stored(id), 'Edge');
    expect(await database.studies.count()).toBe(0);
    await takeBack('studies');
    expect((await stored(id)).found?.result).toEqual(result);
  });

  it('keep what they found under another name, not under another question', async () => {
    const study = read(small.edge);
    const id = await addStudy(study);
    const result = await found(study);
    const { study: asked } = await stored(id);
    await nameStudy(id, { name: 'Tide', notes: 'looked at twice' });
    // It was renamed while it ran.
    await keepFound(id, asked, { result, data: 'd', market: 'm' }, 700);
    expect(await stored(id)).toMatchObject({ took: 700, found: { market: 'm' }, study: { name: 'Tide' } });
    await nameStudy(id, { name: 'Ebb' });
    expect((await stored(id)).found?.result).toEqual(result);
    const copy = await duplicateStudy(id);
    expect(nameOfStudy(await stored(copy))).toBe('Ebb, copy');
    expect((await stored(copy)).found?.result).toEqual(result);
    await takeBack('studies');
    expect(await database.studies.get(copy)).toBeUndefined();
    // What another document was asked is no answer to this one.
    await changeStudy(id, (now) => ({ ...now, universe: 'elsewhere' }), 'another universe');
    await keepFound(id, asked, { result, data: 'd' });
    expect((await stored(id)).found).toBeUndefined();
  });

  it('keep every change of several that follow each other before one is read back, its name too', async () => {
    const id = await addStudy(read(small.edge));
    await Promise.all([
      changeStudy(id, withPart<EdgeStudy>({ horizons: [2, 3] }) as OfAny, 'other bars'),
      changeStudy(id, withPart<EdgeStudy>({ gauge: '20-day volatility' }) as OfAny, 'a gauge'),
      nameStudy(id, { name: 'Tide' }),
      changeStudy(id, withPart<EdgeStudy>({ cost: 5, from: undefined }) as OfAny, 'a cost'),
    ]);
    const now = studyOf(await newestStudy(id));
    expect(now).toMatchObject({ horizons: [2, 3], gauge: '20-day volatility', cost: 5, name: 'Tide' });
    expect(now.from).toBeUndefined();
    for (let acts = 0; acts < 4; acts++) await takeBack('studies');
    expect(studyOf(await stored(id))).toEqual(read(small.edge));
    for (let acts = 0; acts < 4; acts++) await doAgain('studies');
    expect(studyOf(await stored(id))).toEqual(now);
  });

  it('are the newest to one who asks while they are being changed, and are missed when they are gone', async () => {
    const id = await addStudy(read(small.edge));
    void changeStudy(id, (now) => ({ ...now, universe: 'elsewhere' }), 'another universe');
    expect(studyOf(await newestStudy(id)).universe).toBe('elsewhere');
    await removeStudy(await stored(id), 'Edge');
    await expect(newestStudy(id)).rejects.toThrow('the study is deleted');
    await expect(changeStudy(id, (now) => now, 'nothing')).rejects.toThrow('the study is deleted');
  });

  it('are left alone by a change of another kind', async () => {
    const changes: ((now: Study) => Study)[] = [];
    const onChange = ofKind<EdgeStudy>('edge', (change) => changes.push(change));
    onChange(withPart<EdgeStudy>({ once: true }), 'once');
    const [change] = changes;
    expect(change?.(read(small.edge))).toMatchObject({ once: true });
    expect(change?.(read(small.walk))).toEqual(read(small.walk));
  });

  it('refuse a document that would not read back, and stay what they were', async () => {
    const study = read(small.edge);
    const id = await addStudy(study);
    const before = await stored(id);
    const none = (now: Study): Study => ({ ...now, horizons: [] }) as Study;
    await expect(changeStudy(id, none, 'no horizon')).rejects.toThrow(
      /^Bars after: it must contain at least/,
    );
    expect(await stored(id)).toEqual(before);
  });

  it('count each look behind the veil, and are held to their origin when they are read', async () => {
    const study = read(small.edge);
    const origin = {
      of: 'sheet',
      id: 's',
      name: 'Tide',
      tried: [0.5, Number.NaN],
      veil: { from: 17_000 },
    } as const;
    const id = await addStudy(study, origin);
    expect(readRow('studies', await stored(id)).ok).toBe(true);
    await openVeilOf(id, (now) => now);
    await openVeilOf(id, (now) => now);
    expect((await stored(id)).origin?.openings?.length).toBe(2);
    // It is no act that could be taken back: what was seen was seen.
    expect(useActs.getState().studies.done.length).toBe(1);
    const broken = {
      id: 'x',
      created: 1,
      study: small.edge,
      origin: { of: 'dream', id: 's', name: '', tried: [] },
    };
    expect(readRow('studies', broken).ok).toBe(false);
  });

  it('find the pieces that were done, pass over what is none, and let go of them at the end', async () => {
    const id = await addStudy(read(small.edge));
    const pieces = piecesOf(id);
    const [a, b, c] = ['a'.repeat(16), 'b'.repeat(16), 'c'.repeat(16)];
    await pieces.keep(a, { kind: 'done', rows: [1] });
    await database.pieces.put({ id: b, study: id, out: 'nonsense' });
    expect(await pieces.find([a, b, c])).toEqual(new Map([[a, { kind: 'done', rows: [1] }]]));
    await piecesOf('another').keep(c, { kind: 'done' });
    await dropOrphans();
    expect(await database.pieces.toCollection().primaryKeys()).toEqual([a, b]);
    await keepFound(id, (await stored(id)).study, { result: await found(read(small.edge)), data: 'd' });
    expect(await database.pieces.count()).toBe(0);
  });
});

it('need no universe of the store where they go through one instrument, but miss one that is gone', () => {
  const study = { kind: 'shake', universe: alone('SWELL') } as Study;
  expect(missingUniverse(study, [])).toBeUndefined();
  expect(missingUniverse({ ...study, universe: 'gone' }, [{ id: 'here' }])).toBe('gone');
  expect(missingUniverse({ ...study, universe: 'here' }, [{ id: 'here' }])).toBeUndefined();
});

// @vitest-environment jsdom
// What a trader does to blends: made, edited, copied, deleted and brought back, and found again by the next start.

import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { partsOf, withShares } from '../model/blend/parts.ts';
import { freshBlend } from '../model/blend/read.ts';

vi.mock('sonner', () => ({ toast: Object.assign(vi.fn(), { error: vi.fn() }) }));

const { database } = await import('../store/database.ts');
const { useActs, takeBack, doAgain } = await import('../store/undo.ts');
const { useBlends, openedBlend, blendOf } = await import('../store/blends/state.ts');
const { readBlends } = await import('../store/blends/keep.ts');
const actions = await import('../store/blends/actions.ts');

const EMPTY = { done: [], undone: [] };
const settled = (check: () => Promise<void> | void) => vi.waitFor(check, { timeout: 60_000 });
const stored = async (id: string) => (await database.blends.get(id))?.draft;

beforeEach(async () => {
  await Promise.all([database.blends.clear(), database.logbook.clear()]);
  useBlends.setState({ all: undefined, openId: undefined, saveProblem: undefined });
  useActs.setState({ market: EMPTY, strategies: EMPTY, runs: EMPTY, studies: EMPTY, blends: EMPTY });
  await readBlends();
});

// What is put down beside the store is taken away when the store has it.
afterEach(() => settled(() => expect(Object.keys(localStorage)).toEqual([])));

const begin = (name = 'Mixture') => actions.beginBlend({ ...freshBlend(name), parts: 'a b' });

describe('a new blend', () => {
  it('is opened, kept at once, and taken back as one act', async () => {
    const id = begin();
    expect(openedBlend()?.id).toBe(id);
    await settled(async () => expect((await stored(id))?.name).toBe('Mixture'));
    await takeBack('blends');
    expect(openedBlend()).toBeUndefined();
    expect(blendOf(id)?.deleted).toBeDefined();
    await doAgain('blends');
    expect(openedBlend()?.id).toBe(id);
  });
});

describe('edits of the open blend', () => {
  it('are its own steps; what one hand moves is one of them', () => {
    begin();
    const shares = (a: number, b: number) =>
      withShares(
        new Map([
          ['a', a],
          ['b', b],
        ]),
      );
    actions.editBlend(shares(50, 50));
    actions.editBlendText('moveCost', '7');
    for (const share of [55, 60, 70]) actions.moveBlendTexts(shares(share, 100 - share));
    expect(openedBlend()?.past).toHaveLength(3);
    actions.undoBlendEdit();
    expect(partsOf(openedBlend()?.draft ?? {}).map(({ share }) => share)).toEqual(['50', '50']);
    expect(openedBlend()?.draft.moveCost).toBe('7');
    actions.redoBlendEdit();
    expect(partsOf(openedBlend()?.draft ?? {}).map(({ share }) => share)).toEqual(['70', '30']);
  });

  it('are found again by the next start', async () => {
    const id = begin();
    actions.editBlendText('name', 'Ebb and flow');
    await settled(async () => expect((await stored(id))?.name).toBe('Ebb and flow'));
    useBlends.setState({ all: undefined, openId: undefined });
    await readBlends();
    expect(blendOf(id)?.draft.name).toBe('Ebb and flow');
  });

  it('that a killed tab had put down beside the store are taken up', async () => {
    const id = begin();
    await settled(async () => expect(await stored(id)).toBeDefined());
    localStorage.setItem(`plateau blend letters gone ${id}`, JSON.stringify({ moveCost: '12' }));
    useBlends.setState({ all: undefined, openId: undefined });
    await readBlends();
    expect(blendOf(id)?.draft.moveCost).toBe('12');
  });
});

describe('a blend that is', () => {
  it('copied has the same parts, and its logbook', async () => {
    const id = begin();
    await database.logbook.put({ id: 'e', sheet: id } as never);
    await actions.duplicateBlend();
    const copy = openedBlend();
    expect(copy?.id).not.toBe(id);
    expect(copy?.draft).toMatchObject({ name: 'Mixture copy', parts: 'a b' });
  });

  it('deleted can be brought back', async () => {
    const id = begin();
    const blend = openedBlend();
    if (!blend) throw new Error('it is open');
    actions.removeBlend(blend);
    expect(openedBlend()).toBeUndefined();
    await takeBack('blends');
    expect(openedBlend()?.id).toBe(id);
    expect(blendOf(id)?.deleted).toBeUndefined();
  });

  it('opened past its veil counts it, and an undo does not take that back', () => {
    begin();
    actions.editBlendText('veil', '2020-01-01');
    actions.openBlendHoldout('this variant');
    actions.undoBlendEdit();
    expect(openedBlend()?.openings?.map(({ key }) => key)).toEqual(['this variant']);
  });
});

// @vitest-environment jsdom
// A text of the store changed in place: what stands in the field while it is typed, refused, stored and undone.

import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { TextInput } from '../ui/text-input.tsx';

const field = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'Name' });
function show(value: string, from: unknown, onCommit: (text: string) => unknown = () => undefined) {
  const of = (v: string, f: unknown) => (
    <TextInput aria-label="Name" value={v} from={f} onCommit={onCommit} />
  );
  const { rerender } = render(of(value, from));
  return (v: string, f: unknown) => rerender(of(v, f));
}
async function type(text: string): Promise<void> {
  await userEvent.clear(field());
  await userEvent.type(field(), text);
}

describe('a text changed in place', () => {
  it('is given on when the field is left, once', async () => {
    const onCommit = vi.fn();
    show('Tide', {}, onCommit);
    await type('Ebb');
    expect(onCommit).not.toHaveBeenCalled();
    await userEvent.tab();
    await userEvent.click(field());
    await userEvent.tab();
    expect(onCommit.mock.calls).toEqual([['Ebb']]);
  });

  it('is given on when the field goes while one types, and not again what was given on', async () => {
    const onCommit = vi.fn();
    show('Tide', {}, onCommit);
    await type('Ebb');
    cleanup();
    expect(onCommit.mock.calls).toEqual([['Ebb']]);
    show('Tide', {}, onCommit);
    await type('Flow{Enter}');
    cleanup();
    expect(onCommit.mock.calls).toEqual([['Ebb'], ['Flow']]);
  });

  it('is given on by Enter', async () => {
    const onCommit = vi.fn();
    show('Tide', {}, onCommit);
    await type('Ebb{Enter}');
    expect(onCommit.mock.calls).toEqual([['Ebb']]);
  });

  it('shows what the store has once it was read again, even when an undo has put it back meanwhile', async () => {
    const renew = show('Tide', {});
    await type('Ebb{Enter}');
    expect(field().value).toBe('Ebb');
    renew('Tide', {});
    expect(field().value).toBe('Tide');
  });

  it('keeps what is being typed while the store is read again', async () => {
    const renew = show('Tide', {});
    await type('Eb');
    renew('Flood', {});
    expect(field().value).toBe('Eb');
  });

  it('keeps a text that was refused, to be mended, and gives on the next one', async () => {
    const row = {};
    const onCommit = vi.fn();
    const renew = show('2015-06-30', row, onCommit);
    await type('2015-13-01{Enter}');
    renew('2015-06-30', row);
    expect(field().value).toBe('2015-13-01');
    await userEvent.type(field(), '{Backspace}2{Enter}');
    expect(onCommit.mock.calls).toEqual([['2015-13-01'], ['2015-13-02']]);
  });

  it('gives on nothing when nothing was typed', async () => {
    const onCommit = vi.fn();
    show('Tide', {}, onCommit);
    await userEvent.click(field());
    await userEvent.tab();
    expect(onCommit).not.toHaveBeenCalled();
  });
});

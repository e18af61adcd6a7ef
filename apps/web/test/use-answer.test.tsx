// @vitest-environment jsdom
// Something asked while a component stands: late answers, faults, and questions that change.

import { act, renderHook, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { useAnswer } from '../ui/use-answer.ts';

// However busy the machine is.

/** Questions that are answered when the test says so. */
function questions() {
  const asked: {
    what: string;
    signal: AbortSignal;
    answer: (v: string) => void;
    fail: (e: unknown) => void;
  }[] = [];
  const ask = (what: string) => (signal: AbortSignal) =>
    new Promise<string>((answer, fail) => {
      asked.push({ what, signal, answer, fail });
    });
  /** what was asked and what stood there, each time it was drawn */
  const drawn: [what: string | undefined, value: string | undefined][] = [];
  const hook = renderHook(
    ({ what }: { what: string | undefined }) => {
      const answered = useAnswer(what === undefined ? undefined : ask(what), [what]);
      drawn.push([what, answered.value]);
      return answered;
    },
    { initialProps: { what: 'first' as string | undefined } },
  );
  return { asked, drawn, ...hook };
}

describe('an answer', () => {
  it('is waited for, and then there', async () => {
    const { asked, result } = questions();
    expect(result.current).toEqual({ value: undefined, latest: undefined, fault: undefined, waiting: true });
    asked[0]?.answer('yes');
    await waitFor(() => expect(result.current.waiting).toBe(false));
    expect(result.current).toEqual({ value: 'yes', latest: 'yes', fault: undefined, waiting: false });
  });

  it('that comes late is passed over, and its question was told so', async () => {
    const { asked, result, rerender } = questions();
    rerender({ what: 'second' });
    expect(asked.map(({ signal }) => signal.aborted)).toEqual([true, false]);
    asked[1]?.answer('new');
    await waitFor(() => expect(result.current.value).toBe('new'));
    await act(async () => asked[0]?.answer('old'));
    expect(result.current.value).toBe('new');
  });

  it('is never that of another question, which stands as the latest until the next one is there', async () => {
    const { asked, drawn, result, rerender } = questions();
    asked[0]?.answer('one');
    await waitFor(() => expect(result.current.value).toBe('one'));
    rerender({ what: 'second' });
    expect(result.current).toEqual({ value: undefined, latest: 'one', fault: undefined, waiting: true });
    asked[1]?.answer('two');
    await waitFor(() => expect(result.current.value).toBe('two'));
    expect(
      drawn.filter(
        ([what, value]) => value !== undefined && value !== { first: 'one', second: 'two' }[what ?? ''],
      ),
    ).toEqual([]);
  });

  it('may be a fault, told by its words, which is none of the next question', async () => {
    const { asked, result, rerender } = questions();
    asked[0]?.answer('one');
    await waitFor(() => expect(result.current.value).toBe('one'));
    rerender({ what: 'second' });
    asked[1]?.fail(new Error('out of memory'));
    await waitFor(() => expect(result.current.fault).toBe('out of memory'));
    expect(result.current).toEqual({
      value: undefined,
      latest: 'one',
      fault: 'out of memory',
      waiting: false,
    });
    rerender({ what: 'third' });
    expect(result.current).toEqual({ value: undefined, latest: 'one', fault: undefined, waiting: true });
    asked[2]?.answer('well');
    await waitFor(() => expect(result.current.value).toBe('well'));
    expect(result.current).toEqual({ value: 'well', latest: 'well', fault: undefined, waiting: false });
  });

  it('is not asked for while there is nothing to ask, nor told once nobody looks', async () => {
    const { asked, result, rerender, unmount } = questions();
    rerender({ what: undefined });
    expect(asked.length).toBe(1);
    expect(result.current.waiting).toBe(false);
    unmount();
    expect(asked[0]?.signal.aborted).toBe(true);
  });
});

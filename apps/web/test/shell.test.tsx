// @vitest-environment jsdom
// What surrounds every page: faults that nobody waited for are told, and one who leaves too soon is asked.

import { Cancelled } from '@plateau/core';
import { render } from '@testing-library/react';
import { beforeEach, expect, it, vi } from 'vitest';

const errors: string[] = [];
vi.mock('sonner', () => ({
  toast: Object.assign(vi.fn(), { error: (text: string) => errors.push(text) }),
}));
const { Unfinished } = await import('../features/shell/unfinished.tsx');
const { UntoldFaults } = await import('../features/shell/untold-faults.tsx');
const { act } = await import('../store/undo.ts');

beforeEach(() => {
  errors.length = 0;
});

const fail = (reason: unknown): void => {
  window.dispatchEvent(Object.assign(new Event('unhandledrejection'), { reason }));
};

it('what failed while nothing waited for it is told; what was called off is not', () => {
  const { unmount } = render(<UntoldFaults />);
  fail(new Error('the disk is full'));
  fail(new Cancelled());
  fail(new DOMException('gone', 'AbortError'));
  fail('no words');
  expect(errors).toEqual(['That could not be done: the disk is full', 'That could not be done: no words']);
  unmount();
  fail(new Error('later'));
  expect(errors.length).toBe(2);
});

it('one who leaves before the store has taken what was done is asked, and not after', async () => {
  render(<Unfinished />);
  const isAsked = (): boolean => !window.dispatchEvent(new Event('beforeunload', { cancelable: true }));
  expect(isAsked()).toBe(false);
  let taken = (): void => undefined;
  const redo = () =>
    new Promise<void>((resolve) => {
      taken = resolve;
    });
  const acting = act('runs', 'The run is kept.', { redo, undo: () => undefined });
  expect(isAsked()).toBe(true);
  taken();
  await acting;
  await vi.waitFor(() => expect(isAsked()).toBe(false), { timeout: 60_000 });
});

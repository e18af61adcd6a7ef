// @vitest-environment jsdom
// The address within a place belongs to its page: the router's late hand does not take it back.

import { act, cleanup, render, screen } from '@testing-library/react';
import { parseAsString, useQueryState } from 'nuqs';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { AddressProvider } from '@/features/shell/address.tsx';

const router = vi.hoisted(() => ({ pathname: '/runs', search: '' }));
vi.mock('next/navigation', () => ({
  usePathname: () => router.pathname,
  useSearchParams: () => new URLSearchParams(router.search),
}));

/** The mark that the router knows its own entries by. */
const MARK = { __NA: true, tree: 'the tree' };
const pages: Record<string, (value: string | null) => Promise<unknown>> = {};

function Page({ name }: { name: string }) {
  const [trade, setTrade] = useQueryState('trade', parseAsString.withOptions({ history: 'push' }));
  const [sort, setSort] = useQueryState('sort');
  pages.trade = setTrade;
  pages.sort = setSort;
  return (
    <p>
      {name}: {trade ?? 'no trade'}, {sort ?? 'unsorted'}
    </p>
  );
}
const App = ({ name = 'runs' }: { name?: string }) => (
  <AddressProvider>
    <Page name={name} />
  </AddressProvider>
);
const shown = (): string | null => screen.getByText(/trade|,/).textContent;
const set = (key: string, value: string | null) =>
  act(async () => {
    const written = pages[key]?.(value);
    await vi.advanceTimersByTimeAsync(0);
    await written;
  });

/** The clock is the test's: what the address holds back for a moment is held back until it moves on. */
const until = (check: () => void) => vi.waitFor(check, { timeout: 60_000 });

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  router.pathname = '/runs';
  router.search = 'run=a';
  window.history.replaceState(MARK, '', '/runs?run=a');
});
afterEach(async () => {
  cleanup();
  // What a test left to be written a moment later is not the next one's.
  await vi.advanceTimersByTimeAsync(1000);
  vi.useRealTimers();
});

test('what a page writes stands in the address beside the rest, as an entry that the router passes over', async () => {
  render(<App />);
  const entries = window.history.length;
  await set('trade', 'X.long');
  await set('sort', 'return');
  expect(window.location.search).toBe('?run=a&trade=X.long&sort=return');
  expect(window.history.state).toEqual(MARK);
  expect(window.history.length).toBe(entries + 1);
  expect(shown()).toBe('runs: X.long, return');
});

test('what was closed stays closed though the router still tells the address before', async () => {
  render(<App />);
  await set('trade', 'X.long');
  router.search = 'run=a&trade=X.long';
  await set('trade', null);
  await set('sort', 'return');
  expect(shown()).toBe('runs: no trade, return');
  await until(() => expect(window.location.search).toBe('?run=a&sort=return'));
});

test('back within a place is read at once, and the router does not hear of it', async () => {
  render(<App />);
  const heard = vi.fn();
  window.addEventListener('popstate', heard);
  await set('trade', 'X.long');
  await act(async () => {
    window.history.back();
    await until(() => expect(window.location.search).toBe('?run=a'));
  });
  window.removeEventListener('popstate', heard);
  expect(shown()).toBe('runs: no trade, unsorted');
  expect(heard).not.toHaveBeenCalled();
});

test('of many changes of where one is, the browser is told some and the last; the page has each at once', async () => {
  const told = vi.spyOn(History.prototype, 'replaceState');
  try {
    render(<App />);
    for (let i = 0; i < 40; i++) {
      act(() => void pages.sort?.(`at${i}`));
      await act(() => vi.advanceTimersByTimeAsync(10));
      expect(shown()).toBe(`runs: no trade, at${i}`);
    }
    await act(() => vi.advanceTimersByTimeAsync(100));
    expect(window.location.search).toBe('?run=a&sort=at39');
    expect(told.mock.calls.length).toBeLessThan(10);
  } finally {
    told.mockRestore();
  }
});

test('a step is an entry of its own at once, over what was not yet written of the entry before', async () => {
  render(<App />);
  await set('sort', 'a');
  await set('sort', 'ab');
  await set('trade', 'X.long');
  await set('trade', 'Y.long');
  await act(async () => {
    window.history.back();
    await until(() => expect(window.location.search).toBe('?run=a&sort=ab&trade=X.long'));
  });
  await act(async () => {
    window.history.back();
    await until(() => expect(window.location.search).toBe('?run=a&sort=ab'));
  });
  expect(shown()).toBe('runs: no trade, ab');
});

test('what was not yet written is dropped with the entry that Back leaves', async () => {
  render(<App />);
  await set('trade', 'X.long');
  await set('sort', 'a');
  await set('sort', 'ab');
  await act(async () => {
    window.history.back();
    await until(() => expect(window.location.search).toBe('?run=a'));
    await vi.advanceTimersByTimeAsync(150);
  });
  expect(window.location.search).toBe('?run=a');
  expect(shown()).toBe('runs: no trade, unsorted');
});

test('a page keeps its part while the address is already elsewhere, and writes no more into it', async () => {
  const { rerender } = render(<App />);
  await set('trade', 'X.long');
  await act(async () => window.history.pushState(MARK, '', '/market?trade=other'));
  rerender(<App />);
  expect(shown()).toBe('runs: X.long, unsorted');
  await set('sort', 'return');
  expect(window.location.href).toContain('/market?trade=other');
});

test('a page that is drawn before the address names it reads what it came with', async () => {
  router.pathname = '/market';
  router.search = 'trade=come';
  render(<App name="market" />);
  expect(shown()).toBe('market: come, unsorted');
  await act(async () => window.history.pushState(MARK, '', '/market?trade=come&sort=day'));
  expect(shown()).toBe('market: come, day');
});

test('back out of a place that keeps nothing in its address is the router’s', () => {
  const { rerender } = render(<App />);
  router.pathname = '/help';
  window.history.pushState(MARK, '', '/help#sheet');
  rerender(
    <AddressProvider>
      <p>Help</p>
    </AddressProvider>,
  );
  const heard = vi.fn();
  window.addEventListener('popstate', heard);
  window.history.replaceState(MARK, '', '/runs?run=a');
  window.dispatchEvent(new PopStateEvent('popstate', { state: MARK }));
  expect(heard).toHaveBeenCalledOnce();
  window.removeEventListener('popstate', heard);
});

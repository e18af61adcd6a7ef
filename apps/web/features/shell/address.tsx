// The part of the address that pages keep their choices in. Within a place it is the page's own: the router, which commits
// late on a busy machine and then writes the address as it was when it began, hears only of going from place to place.

import { usePathname, useSearchParams } from 'next/navigation';
import {
  unstable_createAdapterProvider as createAdapterProvider,
  renderQueryString,
} from 'nuqs/adapters/custom';
import { type ReactNode, useCallback, useEffect, useMemo, useSyncExternalStore } from 'react';

const listeners = new Set<() => void>();
const tell = (): void => {
  for (const listener of listeners) listener();
};
const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** The place that is on screen. */
let place: string | undefined;
/** What the address last said of a place, for as long as it stays on screen while the address is already elsewhere. */
const seen = new Map<string, string>();

/** Chromium takes 200 changes of an address in ten seconds; zooming and typing make more. */
const BETWEEN_REPLACEMENTS_MS = 100;
/** What takes the place of the address's part in a moment: the page is there already, only the entry is behind. */
let awaited: string | undefined;
/** Runs while the browser is told nothing more. */
let resting: number | undefined;

/** Writes what is awaited into the entry that it belongs to. */
function settle(): void {
  if (awaited === undefined) return;
  // The entry bears the router's own mark, which it passes over.
  replaceEntry(window.history.state, '', window.location.pathname + awaited + window.location.hash);
  awaited = undefined;
  resting ??= window.setTimeout(() => {
    resting = undefined;
    settle();
  }, BETWEEN_REPLACEMENTS_MS);
}

/** What the address says of what is on screen, or will in a moment. */
const searchNow = (): string => awaited ?? window.location.search;

/** What the address says of a place. @param asCome what it came with, while the address does not name it yet */
function searchOf(pathname: string, asCome: string): string {
  if (window.location.pathname === pathname) seen.set(pathname, searchNow());
  return seen.get(pathname) ?? asCome;
}

let replaceEntry: History['replaceState'];

if (typeof window !== 'undefined') {
  replaceEntry = window.history.replaceState.bind(window.history);
  for (const method of ['pushState', 'replaceState'] as const) {
    const write = window.history[method];
    window.history[method] = function (...entry) {
      // Before one goes on, what is awaited goes into the entry that one leaves.
      settle();
      write.apply(this, entry);
      // The router writes while React commits, when nothing may be drawn anew.
      queueMicrotask(tell);
    };
  }
  window.addEventListener(
    'popstate',
    (event) => {
      // It belonged to the entry that one has left.
      awaited = undefined;
      // Back within a place is read from the address at once; the router would write it again when it gets there.
      if (window.location.pathname === place) event.stopImmediatePropagation();
      tell();
    },
    { capture: true },
  );
}

/**
 * Puts a place's part into the address, unless one has left the place: a step that Back takes back at once, so that Back
 * never comes before it; what only tells where one is, as often as the browser takes it.
 */
function write(pathname: string, params: URLSearchParams, history: 'push' | 'replace'): void {
  if (window.location.pathname !== pathname) return;
  const search = renderQueryString(params);
  if (history === 'push') {
    window.history.pushState(window.history.state, '', pathname + search + window.location.hash);
  } else {
    awaited = search;
    if (resting === undefined) settle();
  }
  tell();
}

const snapshot = (): URLSearchParams => new URLSearchParams(searchNow());

function useAddressAdapter() {
  const pathname = usePathname();
  const asCome = useSearchParams().toString();
  const read = useCallback(() => searchOf(pathname, asCome), [pathname, asCome]);
  const search = useSyncExternalStore(subscribe, read, () => asCome);
  return {
    searchParams: useMemo(() => new URLSearchParams(search), [search]),
    pathname,
    updateUrl: useCallback(
      (next: URLSearchParams, { history }: { readonly history: 'push' | 'replace' }): void =>
        write(pathname, next, history),
      [pathname],
    ),
    getSearchParamsSnapshot: snapshot,
    // What is written how often is settled here: nuqs would hold a step back as long as a zoom.
    rateLimitFactor: 0,
  };
}

const Adapter = createAdapterProvider(useAddressAdapter);

/** Lets pages keep their choices in the address, by the hooks of nuqs. */
export function AddressProvider({ children }: { readonly children: ReactNode }) {
  const pathname = usePathname();
  // Also of a place that keeps nothing in its address.
  useEffect(() => {
    place = pathname;
    for (const other of seen.keys()) if (other !== pathname) seen.delete(other);
  }, [pathname]);
  return <Adapter>{children}</Adapter>;
}

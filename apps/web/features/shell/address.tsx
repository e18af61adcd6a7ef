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

/** What the address says of a place. @param asCome what it came with, while the address does not name it yet */
function searchOf(pathname: string, asCome: string): string {
  if (window.location.pathname === pathname) seen.set(pathname, window.location.search);
  return seen.get(pathname) ?? asCome;
}

if (typeof window !== 'undefined') {
  for (const method of ['pushState', 'replaceState'] as const) {
    const write = window.history[method];
    window.history[method] = function (...entry) {
      write.apply(this, entry);
      // The router writes while React commits, when nothing may be drawn anew.
      queueMicrotask(tell);
    };
  }
  window.addEventListener(
    'popstate',
    (event) => {
      // Back within a place is read from the address at once; the router would write it again when it gets there.
      if (window.location.pathname === place) event.stopImmediatePropagation();
      tell();
    },
    { capture: true },
  );
}

/** Puts a place's part into the address, unless one has left the place. The entry bears the router's own mark, which it passes over. */
function write(pathname: string, search: URLSearchParams, history: 'push' | 'replace'): void {
  if (window.location.pathname !== pathname) return;
  const address = pathname + renderQueryString(search) + window.location.hash;
  const { state } = window.history;
  if (history === 'push') window.history.pushState(state, '', address);
  else window.history.replaceState(state, '', address);
  tell();
}

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
    // Chromium takes 200 changes of an address in ten seconds.
    rateLimitFactor: 2,
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

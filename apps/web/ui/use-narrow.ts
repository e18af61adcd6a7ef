// Whether the window is too narrow for two things beside each other: a phone, or a page at twice its size.

import { useSyncExternalStore } from 'react';

const NARROW = '(max-width: 999px)';

function subscribe(changed: () => void): () => void {
  const query = window.matchMedia(NARROW);
  query.addEventListener('change', changed);
  return () => query.removeEventListener('change', changed);
}

/** True below 1000 px; on the server never. */
export function useNarrow(): boolean {
  return useSyncExternalStore(
    subscribe,
    () => window.matchMedia(NARROW).matches,
    () => false,
  );
}

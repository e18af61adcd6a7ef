// The address's own parts, known at once when they are changed from here.

import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';

export type Address = Readonly<Record<string, string>>;

/**
 * The router tells of a change a moment later, which a held key or a second click would outrun. No server is asked, for
 * the page is the same one.
 */
export function useAddress() {
  const search = useSearchParams();
  const [address, setAddress] = useState<Address>(() => Object.fromEntries(search));
  /** what was written here and has not come back through the router yet */
  const written = useRef<string[]>([]);
  useEffect(() => {
    const query = search.toString();
    const known = written.current.indexOf(query);
    if (known >= 0) written.current.splice(0, known + 1);
    else setAddress(Object.fromEntries(search));
  }, [search]);
  const go = useCallback((parts: Address, how: 'pushState' | 'replaceState' = 'pushState'): void => {
    const query = new URLSearchParams(parts).toString();
    setAddress(parts);
    // Nothing comes back of what is there already.
    if (query === new URLSearchParams(window.location.search).toString()) return;
    written.current.push(query);
    window.history[how](null, '', `/runs?${query}`);
  }, []);
  return [address, go] as const;
}

import { useEffect } from 'react';

/** Names what is open in the tab's title. @param open undefined until it is known */
export function useTitle(place: string, open: string | undefined): void {
  useEffect(() => {
    if (open !== undefined) document.title = `${open || 'no name'} · ${place} · Plateau`;
  }, [place, open]);
}

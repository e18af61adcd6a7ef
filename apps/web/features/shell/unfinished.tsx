// Leaving while the store still takes what was done.

import { useEffect } from 'react';
import { isActUnderWay } from '@/store/undo.ts';

/** Has the browser ask before a page is left whose last act the store has not taken yet, as on a disk that is busy. */
export function Unfinished() {
  useEffect(() => {
    const ask = (event: BeforeUnloadEvent): void => {
      if (isActUnderWay()) event.preventDefault();
    };
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, []);
  return null;
}

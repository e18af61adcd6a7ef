// What failed and nobody told: a store that is full, a part that could not be loaded.

import { useEffect } from 'react';
import { tellFailed } from '@/store/told.ts';

/** Says on screen what failed while nothing waited for it, so that no act is taken for done that was not. */
export function UntoldFaults() {
  useEffect(() => {
    const tell = ({ reason }: PromiseRejectionEvent): void => tellFailed(reason);
    window.addEventListener('unhandledrejection', tell);
    return () => window.removeEventListener('unhandledrejection', tell);
  }, []);
  return null;
}

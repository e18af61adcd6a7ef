// What failed and nobody told: a store that is full, a part that could not be loaded.

import { Cancelled } from '@plateau/core';
import { useEffect } from 'react';
import { toast } from 'sonner';

/** Says on screen what failed while nothing waited for it, so that no act is taken for done that was not. */
export function UntoldFaults() {
  useEffect(() => {
    const tell = ({ reason }: PromiseRejectionEvent): void => {
      if (reason instanceof Cancelled || (reason as Error | undefined)?.name === 'AbortError') return;
      toast.error(`That could not be done: ${reason instanceof Error ? reason.message : String(reason)}`);
    };
    window.addEventListener('unhandledrejection', tell);
    return () => window.removeEventListener('unhandledrejection', tell);
  }, []);
  return null;
}

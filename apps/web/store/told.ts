// What could not be done, told on screen.

import { Cancelled } from '@plateau/core';
import { toast } from 'sonner';

/** Says why something could not be done; what was called off is no fault. */
export function tellFailed(reason: unknown): void {
  if (reason instanceof Cancelled || (reason as Error | undefined)?.name === 'AbortError') return;
  toast.error(`That could not be done: ${reason instanceof Error ? reason.message : String(reason)}`);
}

/** Waits for something, and says why where it could not be done. */
export async function told(doing: PromiseLike<unknown>): Promise<void> {
  try {
    await doing;
  } catch (error) {
    tellFailed(error);
  }
}

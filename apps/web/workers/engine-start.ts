// The engine's worker, which may be started ahead of its first run.

let warmed: Worker | undefined;

export function startEngine(): Worker {
  return new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' });
}

/** Starts the worker ahead of its first run, while the page waits for something else. */
export function warmEngine(): void {
  warmed ??= startEngine();
}

/** The worker that was started ahead, or another. */
export function takeEngine(): Worker {
  const worker = warmed ?? startEngine();
  warmed = undefined;
  return worker;
}

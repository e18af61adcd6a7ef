// How long tests wait for a state. One number for all of them, so that it ends what hangs and nothing else: some twenty times
// what the longest of the usual states takes on a quiet machine, stretched by how slow the machine is found to be at the start.

import { createHash } from 'node:crypto';

/** Milliseconds that a state takes on a quiet machine at most, such as a place opened or a small study run. */
const STATE = 2_000;
const TIMES = 20;

/** Milliseconds that the work below takes on a quiet machine of the kind on which the state was measured. */
const QUIET = 600;

/** How many times as long as on a quiet machine a piece of work takes now; at least 1. */
function slowness(): number {
  const bytes = new Uint8Array(1 << 20);
  const started = performance.now();
  for (let k = 0; k < 128; k++) createHash('sha256').update(bytes).digest();
  return Math.max(1, (performance.now() - started) / QUIET);
}

// Workers of a test runner inherit what its first process has found.
process.env.PLATEAU_SLOWNESS ??= slowness().toFixed(2);

/** Milliseconds to wait for a state. */
export const patience = Math.round(TIMES * STATE * Number(process.env.PLATEAU_SLOWNESS));

/** Milliseconds for a whole test, which waits for many. */
export const patienceForTest = 6 * patience;

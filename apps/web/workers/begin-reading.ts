// What a place of runs begins with, before its own code has come.

/** Begins to read what the last runs read; the code that does so comes beside the place's own. */
export function beginReading(): void {
  import('./engine-pool.ts').then(
    ({ expectRun }) => expectRun(),
    // The first run asks for it again, and tells what is wrong.
    () => {},
  );
}

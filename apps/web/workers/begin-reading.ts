// What a place of runs begins with, while its own code comes.

// Asked for as soon as the place's first code is there, which is before the place is drawn; the server has no use for it.
const code = typeof window === 'undefined' ? undefined : import('./engine-pool.ts');
// The first run asks for it again, and tells what is wrong.
code?.catch(() => {});

/** Begins to read what the last runs read. */
export function beginReading(): void {
  code?.then(
    ({ expectRun }) => expectRun(),
    () => {},
  );
}

// How a long computation is watched and stopped.

/** Called now and then with the share of the work that is done, 0 to 1; answering false stops it. */
export type Continue = (done: number) => boolean;

/** Thrown out of a computation that was asked to stop. */
export class Stopped extends Error {}

/** Reports progress. @throws {Stopped} when it is not wanted any more */
export function report(goOn: Continue, done: number): void {
  if (!goOn(done)) throw new Stopped();
}

/** Progress through a part of the whole. */
export function partOf(goOn: Continue, from: number, to: number): Continue {
  return (done) => goOn(from + done * (to - from));
}

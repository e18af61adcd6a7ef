// How a command ends: its statuses, and what is told where it does not end well.

export const STATUS = {
  done: 0,
  /** some settings of a sweep could not run; the others stand */
  partly: 1,
  badInput: 2,
  /** a full disk, a folder that may not be written */
  cannotWrite: 3,
  interrupted: 130,
  terminated: 143,
  /** who read the output has gone: 128 and the number of the signal, as shells count */
  pipeCut: 141,
} as const;

/** Something the caller can mend: one line or several, each naming where. */
export class BadInput extends Error {
  readonly status: number = STATUS.badInput;
}

/** What was made could not be kept. Whole files are there or none of them is: never a part of one. */
export class CannotWrite extends BadInput {
  override readonly status = STATUS.cannotWrite;
}

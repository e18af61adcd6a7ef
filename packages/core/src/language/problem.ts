// A fault in a rule's text: where it stands, what is wrong, what would be right.

import type { Place } from './tree.ts';

export interface RuleProblem {
  readonly place: Place;
  readonly message: string;
}

/** Thrown within the parser and checker, caught at {@link parseRule}'s edge, where it becomes a value. */
export class RuleFault extends Error {
  constructor(
    readonly place: Place,
    message: string,
  ) {
    super(message);
  }
}

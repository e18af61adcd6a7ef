// What the thread that makes the market is asked about sessions after its last one, and answers.

import type { NamedUniverse } from '@plateau/skerry';

/** Asks for the universes, or for an instrument's history, as they stand so many sessions later. */
export interface LaterAsked {
  readonly id: number;
  readonly ahead: number;
  readonly symbol?: string;
  /** YYYY-MM-DD */
  readonly since?: string;
}

export interface LaterAnswer {
  readonly id: number;
  /** as CSV; undefined for an instrument that is none */
  readonly history: string | undefined;
  readonly universes: readonly NamedUniverse[] | undefined;
}

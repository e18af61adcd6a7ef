// What bringing an instrument up to date from its source did.

/** What became of one instrument that was brought up to date. */
export interface Updated {
  readonly symbol: string;
  /** bars that came */
  readonly added: number;
  /** the source had changed its past, so all of it was fetched anew */
  readonly revised: boolean;
  readonly fault?: string;
}

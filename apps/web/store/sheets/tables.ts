// The tables whose rows are drafts with the steps that led to them.

export type DraftTable = 'sheets' | 'blends';

/** What other tabs are told of. */
export const KINDS = { sheets: 'sheet', blends: 'blend' } as const;

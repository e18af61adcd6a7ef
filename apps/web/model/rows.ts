// The rows that are kept of a market and of runs. The sheets and the logbook have models of their own.

import type { Repair, RunRequest, Universe } from '@plateau/core';
import type { Layout } from '@plateau/files';
import type { SourceListing } from './market/source.ts';

/** An instrument, and where its bars are. */
export interface StoredListing extends Omit<SourceListing, 'kind'> {
  readonly kind: SourceListing['kind'] | 'imported';
  /** the feed or the file it came from */
  readonly source: string;
  readonly block: string;
  readonly first: number;
  readonly last: number;
  readonly count: number;
  /** when its source last gave bars, in milliseconds since 1970: its block keeps its name then, and perhaps its span */
  readonly changed?: number;
}

/** One instrument's bars, its columns behind one another in one block (see packBars). */
export interface StoredBlock {
  readonly id: string;
  readonly block: ArrayBuffer;
}

export interface StoredUniverse {
  readonly id: string;
  readonly name: string;
  readonly members: Universe;
  /** the source that keeps it; none once the trader has changed its members */
  readonly source?: string;
}

/** What the trader decided about a bar of an instrument; laid over its bars whenever they are read. */
export type StoredRepair = Repair & {
  readonly id: string;
  readonly symbol: string;
  /** milliseconds since 1970 */
  readonly made: number;
};

/** How a table of one shape was laid out the last time. */
export interface StoredLayout {
  readonly shape: string;
  readonly layout: Layout;
}

/** A run that was kept: by which engine, and what came of it. */
interface Kept {
  readonly id: string;
  readonly name: string;
  /** the trader's own words on it */
  readonly note?: string;
  /** milliseconds since 1970 */
  readonly at: number;
  /** the sheet or the blend it came from */
  readonly sheet: string;
  /** what it traded, in words */
  readonly universeName: string;
  /** fingerprint of the bars and memberships it read */
  readonly data: string;
  readonly engine: string;
  /** summary.json of the run, against which a repetition is held */
  readonly summary: string;
  /** the Sharpe ratios a year of the variants tried before it was kept */
  readonly tried: readonly number[];
}

/** A strategy's run. */
export interface StoredRun extends Kept {
  readonly universe: string;
  readonly request: RunRequest;
}

/** A blend's run. */
export interface StoredBlendRun extends Kept {
  /** as a blend file has it, its universes by their ids */
  readonly blend: object;
  readonly benchmark: string;
  readonly from?: number;
  readonly to?: number;
  readonly splitAt?: number;
}

export type KeptRun = StoredRun | StoredBlendRun;

export const isBlendRun = (run: KeptRun): run is StoredBlendRun => 'blend' in run;

export interface Setting {
  readonly key: string;
  readonly value: unknown;
}

// What a vendor of end-of-day bars must be able to do. An adapter is one file that implements Source, listed in
// sources.ts; docs/sources.md tells how to write one.

import type { Bars, Day, Universe } from '@plateau/core';

export interface SourceListing {
  readonly symbol: string;
  readonly name: string;
  readonly kind: 'stock' | 'fund' | 'index' | 'gauge';
  /** a stock's sector, a fund's heading */
  readonly group: string;
  readonly island?: string;
}

interface SourceUniverse {
  readonly id: string;
  readonly name: string;
  readonly members: Universe;
}

export interface Catalogue {
  readonly listings: readonly SourceListing[];
  /** universes that the vendor keeps, such as an index with its dated members */
  readonly universes: readonly SourceUniverse[];
}

/** Runs in a worker. Every method throws an Error with a sentence for the trader; the caller tries again. */
export interface Source {
  /** unique, shown, and kept with every instrument that came from it */
  readonly name: string;
  /** one sentence on what it has */
  readonly about: string;
  /** of a stand-in for a vendor: sessions after its last one that can be asked for */
  readonly mostAhead?: number;
  /** @param ahead of a stand-in: as it stands so many sessions later */
  catalogue(ahead?: number): Promise<Catalogue>;
  /** Split-adjusted bars, days rising, each sound (see faultInBar); with `since`, those of that day and later. */
  history(symbol: string, since?: Day, ahead?: number): Promise<Bars>;
}

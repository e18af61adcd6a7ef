// What the page asks its engine's workers: all that a headless runner may, and files of a run.

import type { BlendAsked, EngineWork, RunAsked, SharedMarket, Universe } from '@plateau/core';
import type { RunFormat } from '@plateau/files';

export interface PageWork extends EngineWork {
  /** all of a run's tables as one file */
  readonly tables: { readonly in: RunAsked & { readonly format: RunFormat }; readonly out: Uint8Array };
  readonly blendTables: {
    readonly in: BlendAsked & { readonly format: RunFormat };
    readonly out: Uint8Array;
  };
}

/** What all the work of a worker shares. */
export interface EngineSetup {
  /** in the parts in which it was read */
  readonly market: readonly SharedMarket[];
  /** every universe of the store by its name: the workers need no store of their own */
  readonly universes: ReadonlyMap<string, Universe>;
}

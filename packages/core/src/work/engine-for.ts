// A worker's engines by the universes they run on.

import type { Engine } from '../engine.ts';
import type { Universe } from '../evaluation/panel.ts';

export interface Kept {
  readonly name: string;
  readonly universe: Universe;
  readonly engine: Engine;
}

export type EngineFor = (universe: string) => Promise<Kept>;

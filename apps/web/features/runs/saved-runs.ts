// Runs that were kept: what was run, on what data, by which engine, so that each can be repeated and held against itself.

import { ENGINE_VERSION, type RunRequest } from '@plateau/core';
import { summaryJson } from '@plateau/files';
import { useLiveQuery } from 'dexie-react-hooks';
import { database, type StoredRun } from '@/store/database.ts';
import { readAll, readOne, readWhere } from '@/store/read.ts';
import { act } from '@/store/undo.ts';
import type { ShownRun } from '@/workers/engine.worker.ts';
import { fingerprintInWorker } from '@/workers/run-client.ts';

interface Keep {
  readonly name: string;
  readonly sheet: string;
  readonly universe: string;
  readonly request: RunRequest;
  /** what came of it, as it stands on screen */
  readonly run: ShownRun;
}

/**
 * Keeps the run on screen: it is in the store when this answers. What it was held against, its variants and the fingerprint of
 * its bars, follows; a page that is left before gets them when the run is opened.
 * @throws when it cannot be kept
 */
export async function keepRun({ name, sheet, universe, request, run }: Keep): Promise<StoredRun> {
  const kept: StoredRun = {
    id: crypto.randomUUID(),
    name,
    at: Date.now(),
    sheet,
    universe,
    universeName: universe,
    request,
    data: '',
    engine: ENGINE_VERSION,
    summary: summaryJson(run),
    tried: [],
  };
  await act('runs', `“${name}” is kept.`, {
    redo: () => database.runs.put(kept),
    undo: () => database.runs.delete(kept.id),
  });
  void follow(kept).catch(() => {
    // The run is kept; what is missing of it is filled in when it is opened.
  });
  return kept;
}

async function follow({ id, sheet, universe, request }: StoredRun): Promise<void> {
  const [stored, variants] = await Promise.all([
    readOne('universes', universe),
    readWhere('logbook', 'sheet', [sheet]),
  ]);
  await database.runs.update(id, {
    universeName: stored?.name ?? universe,
    tried: variants.map(({ figures }) => figures.sharpe),
  });
  await database.runs.update(id, { data: await fingerprintInWorker(universe, request) });
}

/** All kept runs, the newest first; undefined while they are read. */
export function useRuns(): readonly StoredRun[] | undefined {
  return useLiveQuery(async () => (await readAll('runs')).sort((a, b) => b.at - a.at), []);
}

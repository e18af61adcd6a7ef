// Runs that were kept: what was run, on what data, by which engine, so that each can be repeated and held against itself.

import { ENGINE_VERSION, type RunRequest } from '@plateau/core';
import { summaryJson } from '@plateau/files';
import { useLiveQuery } from 'dexie-react-hooks';
import { database, type StoredRun } from '@/store/database.ts';
import { doubtInWorker, reportInWorker } from '@/workers/run-client.ts';

interface Keep {
  readonly name: string;
  readonly sheet: string;
  readonly universe: string;
  readonly request: RunRequest;
}

/** Runs once more, with the fingerprint of what it read, and keeps it. @throws when it cannot be run or kept */
export async function keepRun({ name, sheet, universe, request }: Keep): Promise<StoredRun> {
  const [stored, variants] = await Promise.all([
    database.universes.get(universe),
    database.logbook.where('sheet').equals(sheet).toArray(),
  ]);
  const outcome = await reportInWorker(universe, request);
  const doubt = await doubtInWorker(universe, request);
  if (outcome.kind !== 'done' || !doubt) throw new Error('The run did not come to its end.');
  const run: StoredRun = {
    id: crypto.randomUUID(),
    name,
    at: Date.now(),
    sheet,
    universe,
    universeName: stored?.name ?? universe,
    request,
    data: doubt.data,
    engine: ENGINE_VERSION,
    summary: summaryJson(outcome.run),
    tried: variants.map(({ figures }) => figures.sharpe),
  };
  await database.runs.add(run);
  return run;
}

/** All kept runs, the newest first; undefined while they are read. */
export function useRuns(): readonly StoredRun[] | undefined {
  return useLiveQuery(async () => (await database.runs.toArray()).sort((a, b) => b.at - a.at), []);
}

// The page's side of studies: workers of their own, as many as there are cores to spare, so that sheets stay quick.

import {
  Cancelled,
  type PoolDesk,
  poolDesk,
  runStudy,
  type Study,
  type StudyNews,
  type StudyOutcome,
  type Universe,
  WorkPool,
} from '@plateau/core';
import { turnDials } from '@plateau/files';
import { membersOf } from '@/model/market/alone.ts';
import { universesOf } from '@/model/studies/universes.ts';
import { piecesOf } from '@/store/studies/pieces.ts';
import { type EnginePool, engineFor } from './engine-pool.ts';
import { startEngine } from './engine-start.ts';
import { neededSymbols } from './needed-symbols.ts';
import { workersOf } from './web-workers.ts';

const MOST_WORKERS = 8;

/** One core is left to the page. */
function workerCount(): number {
  return Math.max(1, Math.min(MOST_WORKERS, (navigator.hardwareConcurrency || 2) - 1));
}

type StudyDone = StudyOutcome | { readonly kind: 'stopped' };

export interface StudyAnswer {
  readonly outcome: StudyDone;
  /** fingerprint of the bars and memberships that were read */
  readonly data: string;
  /** why what was done could not be kept, if it could not */
  readonly keepFault: string | undefined;
}

/**
 * Runs a study, going on from the pieces kept under its id.
 * @param began is given the desk, for its progress and to stop it
 * @throws when the market cannot be read, or a worker died twice over one piece
 */
export async function studyInWorkers(
  id: string,
  study: Study,
  began: (desk: PoolDesk) => void,
  show: (news: StudyNews) => void,
): Promise<StudyAnswer> {
  const { setup: reading } = await engineFor({ study });
  const setup = await reading;
  const pool: EnginePool = new WorkPool(workersOf(startEngine), setup, workerCount());
  try {
    const symbols = [...(await neededSymbols({ study }))].sort();
    const names = universesOf(study);
    const asked = (names.length > 0 ? names : ['']).map((universe) => ({ universe, symbols }));
    const marks = await pool.askEach('fingerprint', asked).result;
    const data = marks.map((how) => (how.kind === 'done' ? how.out : '')).join(' ');
    const desk = poolDesk(pool, data, piecesOf(id));
    began(desk);
    const outcome = await outcomeOf(study, desk, setup.universes, show);
    await desk.kept();
    return { outcome, data, keepFault: desk.keepFault };
  } finally {
    pool.end();
  }
}

async function outcomeOf(
  study: Study,
  desk: PoolDesk,
  universes: ReadonlyMap<string, Universe>,
  show: (news: StudyNews) => void,
): Promise<StudyDone> {
  try {
    return await runStudy(study, {
      desk,
      turn: (strategy, values) => turnDials(strategy, values, 'study'),
      symbolsOf: (universe, group) => membersIn(universes, universe, group),
      show,
    });
  } catch (error) {
    if (error instanceof Cancelled) return { kind: 'stopped' };
    throw error;
  }
}

function membersIn(
  universes: ReadonlyMap<string, Universe>,
  universe: string,
  group: string | undefined,
): string[] {
  const rows = membersOf(universe, universes.get(universe)).filter(
    (row) => group === undefined || row.group === group,
  );
  return [...new Set(rows.map(({ symbol }) => symbol))];
}

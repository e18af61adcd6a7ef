// The page's side of studies: workers of their own, as many as there are cores to spare, so that sheets stay quick.

import {
  Cancelled,
  type EngineWork,
  estimateStudy,
  type PairStudy,
  type PoolDesk,
  poolDesk,
  type RunAsked,
  runStudy,
  type ShownOutcome,
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
import { type EnginePool, engineFor, onEngine } from './engine-pool.ts';
import { startEngine } from './engine-start.ts';
import { marketMark } from './market-mark.ts';
import { neededSymbols } from './needed-symbols.ts';
import { Newest } from './newest.ts';
import type { EngineSetup } from './page-work.ts';
import { workersOf } from './web-workers.ts';

const MOST_WORKERS = 8;

/** One core is left to the page, where there are more than two. */
function workerCount(): number {
  const cores = navigator.hardwareConcurrency || 2;
  return Math.max(1, Math.min(MOST_WORKERS, cores > 2 ? cores - 1 : cores));
}

/** Milliseconds that idle workers are kept: what they have worked out of the bars serves the next study of the same. */
const IDLE = 60_000;

interface KeptPool {
  readonly setup: EngineSetup;
  readonly pool: EnginePool;
  users: number;
  timer: ReturnType<typeof setTimeout> | undefined;
}
let kept: KeptPool | undefined;

/** Work on the studies' own workers, which hold what the study may read. @throws when the market cannot be read */
async function onStudyPool<T>(
  study: Study,
  work: (pool: EnginePool, setup: EngineSetup) => Promise<T>,
): Promise<T> {
  const setup = await (await engineFor({ study })).setup;
  if (kept?.setup !== setup) {
    const before = kept;
    kept = {
      setup,
      pool: new WorkPool(workersOf(startEngine), setup, workerCount()),
      users: 0,
      timer: undefined,
    };
    if (before?.users === 0) end(before);
  }
  const mine = kept;
  clearTimeout(mine.timer);
  mine.users++;
  try {
    return await work(mine.pool, setup);
  } finally {
    mine.users--;
    if (mine.users === 0) {
      if (mine === kept) mine.timer = setTimeout(() => end(mine), IDLE);
      else end(mine);
    }
  }
}

function end(one: KeptPool): void {
  clearTimeout(one.timer);
  one.pool.end();
  if (kept === one) kept = undefined;
}

type StudyDone = StudyOutcome | { readonly kind: 'stopped' };

export interface StudyAnswer {
  readonly outcome: StudyDone;
  /** fingerprint of the bars and memberships that were read */
  readonly data: string;
  /** what the listings said of those bars (see marketMark) */
  readonly market: string;
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
  tried: readonly number[],
  began: (desk: PoolDesk) => void,
  show: (news: StudyNews) => void,
): Promise<StudyAnswer> {
  const market = await marketMark(study);
  return onStudyPool(study, async (pool, { universes }) => {
    const symbols = [...(await neededSymbols({ study }))].sort();
    const names = universesOf(study);
    const asked = (names.length > 0 ? names : ['']).map((universe) => ({ universe, symbols }));
    const marks = await pool.askEach('fingerprint', asked).result;
    const data = marks.map((how) => (how.kind === 'done' ? how.out : '')).join(' ');
    const desk = poolDesk(pool, data, piecesOf(id));
    began(desk);
    const outcome = await outcomeOf(study, desk, universes, tried, show);
    await desk.kept();
    return { outcome, data, market, keepFault: desk.keepFault };
  });
}

async function outcomeOf(
  study: Study,
  desk: PoolDesk,
  universes: ReadonlyMap<string, Universe>,
  tried: readonly number[],
  show: (news: StudyNews) => void,
): Promise<StudyDone> {
  try {
    return await runStudy(study, {
      desk,
      turn: (strategy, values) => turnDials(strategy, values, 'study'),
      symbolsOf: (universe, group) => membersIn(universes, universe, group),
      tried,
      show,
    });
  } catch (error) {
    if (error instanceof Cancelled) return { kind: 'stopped' };
    throw error;
  }
}

/**
 * Milliseconds that a study will take, worked out from one of its pieces; NaN where no piece can be done.
 * @param signal calls it off: the workers are wanted for the study itself
 * @throws {Cancelled} when it was called off
 * @throws when the market cannot be read
 */
export async function estimateInWorker(study: Study, signal: AbortSignal): Promise<number> {
  const ms = await onStudyPool(study, (pool, { universes }) => {
    const desk = poolDesk(pool, '');
    signal.addEventListener('abort', () => desk.stop());
    if (signal.aborted) desk.stop();
    return estimateStudy(study, {
      desk,
      turn: (strategy, values) => turnDials(strategy, values, 'study'),
      symbolsOf: (universe, group) => membersIn(universes, universe, group),
      now: () => performance.now(),
    });
  });
  return ms / workerCount();
}

/** Asks the page's own engine something of a study. @throws when the market cannot be read, or the worker died twice */
export function askOfStudy<N extends keyof EngineWork>(
  study: Study,
  kind: N,
  asked: EngineWork[N]['in'],
): Promise<EngineWork[N]['out']> {
  return onEngine({ study }, [], (pool) => pool.ask(kind, asked).result);
}

const cells = new Newest();

/** The whole run of a terrain's cell; the newest is answered. @throws {Cancelled} when another was asked for meanwhile */
export function cellInWorker(asked: RunAsked): Promise<ShownOutcome> {
  return cells.run((begin) => onEngine(asked, [], (pool) => begin(() => pool.ask('run', asked))));
}

const pairs = new Newest();

/** A pair as its rules are turned: the newest is answered, those before are called off. @throws {Cancelled} then */
export function pairInWorker(study: PairStudy): Promise<PairDone> {
  const { kind: _kind, search: _search, name: _name, notes: _notes, ...asked } = study;
  return pairs.run((begin) => onEngine({ study }, [], (pool) => begin(() => pool.ask('pair', asked))));
}
type PairDone = EngineWork['pair']['out'];

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

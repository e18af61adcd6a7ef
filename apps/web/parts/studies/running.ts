// Runs studies: they go on while the trader is in another place. Loaded with the first that is run, for it brings the engine.

import { type PoolDesk, type StudyNews, timeLeft } from '@plateau/core';
import { studyFault } from '@/model/studies/fault-words.ts';
import { nameOfStudy, type StoredStudy, studyOf } from '@/model/studies/stored-study.ts';
import { logbookOf } from '@/store/logbook.ts';
import { keepFound, newestStudy } from '@/store/studies/studies.ts';
import { studyInWorkers } from '@/workers/study-client.ts';
import { tellFault, tellRunning, useRunningStudies } from './state.ts';

const desks = new Map<string, PoolDesk>();
/** Stopped before there was a desk to stop. */
const called = new Set<string>();

/** Milliseconds between two looks at the progress, and how many of them pass between two at what is known so far, which is drawn. */
const BEAT = 200;
const BEATS_A_DRAWING = 4;
/** Milliseconds in which one who is about to leave has left. */
const LEAVING = 3_000;

/** Runs a study from where it was stopped, as it is by then; one tab at a time does. */
export async function startStudy(id: string): Promise<void> {
  if (useRunningStudies.getState().running.has(id)) return;
  tellFault(id, undefined);
  const began = performance.now();
  let news: StudyNews | undefined;
  let drawn: StudyNews | undefined;
  let beat = 0;
  const look = (): void => {
    const progress = desks.get(id)?.progress() ?? { expected: 0, done: 0, found: 0 };
    if (beat++ % BEATS_A_DRAWING === 0) drawn = news;
    tellRunning(id, { progress, left: timeLeft(performance.now() - began, progress), news: drawn });
  };
  look();
  const timer = setInterval(look, BEAT);
  try {
    await navigator.locks.request(`plateau study ${id}`, { ifAvailable: true }, async (lock) => {
      if (!lock) throw new Error('It is under way in another tab.');
      const row = await newestStudy(id);
      const { outcome, data, market, keepFault } = await studyInWorkers(
        id,
        studyOf(row),
        await triedSoFar(row),
        (desk) => {
          desks.set(id, desk);
          if (called.has(id)) desk.stop();
        },
        (latest) => {
          news = latest;
        },
      );
      if (outcome.kind === 'done') {
        await keepFound(id, row.study, { result: outcome.result, data, market }, performance.now() - began);
        tellEnd(row);
      }
      if (outcome.kind === 'problems') {
        const [first] = outcome.problems;
        throw new Error(first ? studyFault(first) : 'It cannot be run.');
      }
      if (outcome.kind === 'stopped' && keepFault !== undefined)
        throw new Error(`What was done could not be kept: ${keepFault}`);
    });
  } catch (error) {
    tellFault(id, error instanceof Error ? error.message : String(error));
  } finally {
    clearInterval(timer);
    desks.delete(id);
    called.delete(id);
    tellRunning(id, undefined);
  }
}

/** The Sharpe ratios of what was tried on the doubted sheet until now; of one that is gone, until it was doubted. */
async function triedSoFar({ origin }: StoredStudy): Promise<readonly number[]> {
  const logbook = origin?.of === 'sheet' ? await logbookOf(origin.id) : [];
  return logbook.length > 0 ? logbook.map(({ figures }) => figures.sharpe) : (origin?.tried ?? []);
}

/** One who is elsewhere is told that a study has ended; so is one who was about to leave as it did. */
function tellEnd(row: StoredStudy): void {
  const tell = (): void => useRunningStudies.setState({ ended: { id: row.id, name: nameOfStudy(row) } });
  if (!isInSight(row.id)) return tell();
  setTimeout(() => isInSight(row.id) || tell(), LEAVING);
}

/** Whether the page shows all studies, or this one. */
const isInSight = (id: string): boolean =>
  location.pathname === '/studies' && [null, id].includes(new URLSearchParams(location.search).get('study'));

/** Stops a study; what is done of it is kept. */
export function stopStudy(id: string): void {
  called.add(id);
  desks.get(id)?.stop();
}

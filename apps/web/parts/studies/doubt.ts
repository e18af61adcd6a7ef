// From a sheet, or a run that was kept, to a study of it. Loaded when it is asked for.

import { dayFromIso } from '@plateau/core';
import type { StoredRun } from '@/model/rows.ts';
import { isOpened, readDraft, runKey } from '@/model/sheet/read.ts';
import { type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { studyFromSheet } from '@/model/studies/from-sheet.ts';
import type { Question } from '@/model/studies/questions.ts';
import type { StudyOrigin } from '@/model/studies/stored-study.ts';
import { logbookOf } from '@/store/logbook.ts';
import { addStudy } from '@/store/studies/studies.ts';
import { expectTouch } from '@/store/studies/untouched.ts';

/**
 * Makes the study that answers a question about the sheet.
 * @returns its id
 * @throws with a sentence when the sheet lacks what it needs
 */
export async function doubtSheet(sheet: Sheet, question: Question): Promise<string> {
  const { draft } = sheet;
  const opened = isOpened(sheet);
  const read = readDraft(draft, opened);
  if (!read.ok) throw new Error(`The sheet has a fault: ${read.problems[0]?.message ?? ''} Mend it first.`);
  const name = textOf(draft, 'name');
  const logbook = await logbookOf(sheet.id);
  const veil = dayFromIso(textOf(draft, 'veil').trim());
  const last = dayFromIso(textOf(draft, 'to').trim());
  return make(
    question,
    { name, ...read },
    {
      of: 'sheet',
      id: sheet.id,
      name,
      key: runKey(draft),
      tried: logbook.map(({ figures }) => figures.sharpe),
      ...(veil !== undefined && !opened && { veil: { from: veil, ...(last !== undefined && { to: last }) } }),
    },
  );
}

/** The same of a kept run. @throws with a sentence when it lacks what the question needs */
export function doubtRun(kept: StoredRun, question: Question): Promise<string> {
  const { id, name, universe, request, tried } = kept;
  return make(question, { name, universe, request }, { of: 'run', id, name, tried });
}

async function make(
  question: Question,
  doubted: Parameters<typeof studyFromSheet>[1],
  origin: StudyOrigin,
): Promise<string> {
  const made = studyFromSheet(question, doubted);
  if (!made.ok) throw new Error(made.why);
  const id = await addStudy(made.study, origin);
  await expectTouch(id);
  return id;
}

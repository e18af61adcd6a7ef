// From a sheet to a study of it. Loaded when it is asked for.

import { isOpened, readDraft } from '@/model/sheet/read.ts';
import { type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { studyFromSheet } from '@/model/studies/from-sheet.ts';
import type { Question } from '@/model/studies/questions.ts';
import { addStudy } from '@/store/studies/studies.ts';

/** Makes the study that answers a question about the sheet. @throws with a sentence when the sheet lacks what it needs */
export async function doubtSheet(sheet: Sheet, question: Question): Promise<void> {
  const read = readDraft(sheet.draft, isOpened(sheet));
  if (!read.ok) throw new Error(`The sheet has a fault: ${read.problems[0]?.message ?? ''} Mend it first.`);
  const made = studyFromSheet(question, { name: textOf(sheet.draft, 'name'), ...read });
  if (!made.ok) throw new Error(made.why);
  await addStudy(made.study);
}

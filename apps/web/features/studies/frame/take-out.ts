// A study out as files. What writes them is loaded when it is asked for.

import { nameOfStudy, type StoredStudy, studyOf } from '@/model/studies/stored-study.ts';
import { newestStudy } from '@/store/studies/studies.ts';
import { saveFile } from '@/ui/save-file.ts';

/** The study file. */
export async function takeOutStudy(id: string): Promise<void> {
  const row = await newestStudy(id);
  const { writeStudyFile } = await import('@plateau/files');
  saveFile(`${nameOfStudy(row)}.json`, 'application/json', writeStudyFile(studyOf(row)));
}

/** Its result and tables in one zip, as the headless runner writes them. */
export async function takeOutResult(row: StoredStudy): Promise<void> {
  const { found } = row;
  if (!found) throw new Error('it has not come to its end');
  const { studyResultJson, studyTables, tableCsv, writeTextsZip } = await import('@plateau/files');
  const tables = studyTables(studyOf(row), found.result).map(
    (table) => [`${table.name}.csv`, tableCsv(table)] as const,
  );
  const texts = new Map([['result.json', studyResultJson(found.result)], ...tables]);
  saveFile(`${nameOfStudy(row)}.zip`, 'application/zip', writeTextsZip(texts));
}

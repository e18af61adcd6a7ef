// The writer of studies, by itself so that it can be loaded late.

import type { Study } from '@plateau/core';
import { readStudy, writableStudy } from '@plateau/files';
import { studyFault } from '@/model/studies/fault-words.ts';

/** The document as it is kept. @throws with a sentence when it would not read back */
export function writtenStudy(study: Study): object {
  const written = writableStudy(study);
  const read = readStudy(written, 'study');
  if (read.ok) return written;
  const [first] = read.problems;
  throw new Error(first ? studyFault(first) : 'It is no study.');
}

// The schema of a study's row, for what reads rows of studies.

import { studyRow } from '@/model/studies/study-row.ts';
import { addSchema } from '../rows.ts';

addSchema('studies', studyRow);

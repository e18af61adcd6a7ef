// The schema of a followed row, for what reads rows of what is followed.

import { followedRow } from '@/model/follow/followed-row.ts';
import { addSchema, schemaOf } from '../rows.ts';

addSchema('followed', followedRow(schemaOf('runs')));

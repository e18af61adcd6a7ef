'use client';

import { parseAsString, useQueryState } from 'nuqs';
import { Suspense } from 'react';
import { useUndoKeys } from '@/parts/keys/use-undo-keys.ts';
import { useStudies } from '@/store/studies/studies.ts';
import { late } from '@/ui/late.tsx';
import { StudyList } from './list/study-list.tsx';

const StudyView = late('The study', () => import('./frame/study-view.tsx').then((m) => m.StudyView));

/** The Studies place: the list of all, or one with its question, its settings and its answer. */
export function StudiesPage() {
  return (
    <Suspense>
      <Studies />
    </Suspense>
  );
}

function Studies() {
  const [open] = useQueryState('study', parseAsString);
  useUndoKeys('studies');
  const studies = useStudies();
  if (!studies) return null;
  const row = studies.find(({ id }) => id === open);
  return row ? <StudyView key={row.id} row={row} /> : <StudyList studies={studies} />;
}

'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useEffectEvent } from 'react';
import { toast } from 'sonner';
import { notify } from '@/ui/notify.ts';
import { useRunningStudies } from './state.ts';

/** Tells, wherever one is, that a study has come to its end; opening it leaves the others running. */
export function StudyEnds() {
  const router = useRouter();
  const ended = useRunningStudies((state) => state.ended);
  const tell = useEffectEvent(({ id, name }: NonNullable<typeof ended>) => {
    notify(`“${name}” has its answer.`);
    toast(`“${name}” has its answer.`, {
      action: { label: 'Open', onClick: () => router.push(`/studies?study=${id}`) },
      duration: 15_000,
    });
  });
  useEffect(() => {
    if (ended) tell(ended);
  }, [ended]);
  return null;
}

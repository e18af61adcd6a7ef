// A word now and then that what was made here is in this browser alone.

import { toast } from 'sonner';
import { dueSince } from '@/store/taken-out.ts';
import { count } from '@/ui/format.ts';

/** Tells of what was made since the workspace was last taken out, where it is much. */
export async function tellWhenMuchIsMade(): Promise<void> {
  const made = await dueSince();
  if (!made) return;
  const { runs, variants, studies } = made;
  const words = [
    `${count(runs, 'run')} kept`,
    `${count(variants, 'variant')} tried`,
    `${studies === 1 ? '1 study' : `${count(studies)} studies`} made`,
  ];
  toast(`Since the workspace was last taken out: ${words.join(', ')}. They are in this browser alone.`, {
    action: { label: 'Take it out', onClick: () => window.location.assign('/market?panel=workspace') },
  });
}

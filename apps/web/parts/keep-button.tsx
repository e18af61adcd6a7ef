'use client';

import { Bookmark, BookmarkCheck } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { Button } from '@/ui/button';
import { Link } from '@/ui/link.tsx';

interface KeepButtonProps {
  /** what is on screen; another one can be kept again */
  readonly run: object | undefined;
  readonly disabled: boolean;
  /** puts it among the kept runs. @returns its id there */
  readonly onKeep: () => Promise<string>;
}

/** Keeps the run on screen in the Runs place, at once, and says that it did; the trader stays where he is. */
export function KeepButton({ run, disabled, onKeep }: KeepButtonProps) {
  /** the run that was kept last, and its id in the Runs place */
  const [kept, setKept] = useState<{ readonly run: object | undefined; readonly id: string }>();
  const keep = async (): Promise<void> => {
    try {
      setKept({ run, id: await onKeep() });
    } catch (error) {
      toast.error(`The run was not kept: ${error instanceof Error ? error.message : String(error)}`);
    }
  };
  if (kept && kept.run === run) {
    return (
      <p className="flex shrink-0 items-center gap-2" role="status">
        <BookmarkCheck size={14} aria-hidden className="text-accent" /> Kept.
        <Link className="text-accent underline" href={`/runs?run=${kept.id}`}>
          Open its report
        </Link>
      </p>
    );
  }
  return (
    <Button className="shrink-0" disabled={disabled} onClick={() => void keep()}>
      <Bookmark size={14} aria-hidden /> Keep this run
    </Button>
  );
}

'use client';

import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { Button } from '@/ui/button';
import { bytes } from '@/ui/format.ts';
import { Progress } from '@/ui/progress.tsx';

interface Use {
  readonly used: number;
  readonly allowed: number;
  readonly persisted: boolean;
}

async function measure(): Promise<Use | undefined> {
  if (!navigator.storage?.estimate) return undefined;
  const [{ usage = 0, quota = 0 }, persisted] = await Promise.all([
    navigator.storage.estimate(),
    navigator.storage.persisted(),
  ]);
  return { used: usage, allowed: quota, persisted };
}

/** How much of the browser's room is taken, and whether it may be cleared without asking. */
export function StorageUse() {
  const [use, setUse] = useState<Use>();
  useEffect(() => {
    void measure().then(setUse);
  }, []);
  const persist = async (): Promise<void> => {
    const granted = await navigator.storage.persist();
    if (!granted) toast('The browser did not agree. It may when the page is used more or bookmarked.');
    setUse(await measure());
  };
  if (!use) return null;
  return (
    <section aria-label="Storage" className="border-b border-hairline py-4">
      <h2 className="font-serif text-lg">Room in this browser</h2>
      <p className="flex items-center gap-3 py-1">
        <Progress label="Storage used" value={use.used} max={use.allowed} className="h-2 w-60" />
        {bytes(use.used)} used of {bytes(use.allowed)} that the browser allows
      </p>
      {use.persisted ? (
        <p className="text-soft">The browser keeps it until you clear it yourself.</p>
      ) : (
        <div className="flex items-center gap-3">
          <span className="text-soft">The browser may clear it when the disk runs full.</span>
          <Button onClick={() => void persist()}>Ask it to keep everything</Button>
        </div>
      )}
    </section>
  );
}

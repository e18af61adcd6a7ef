'use client';

import { Fault } from '@/ui/boundary.tsx';

/** A place that failed as a whole; the places beside it work. */
export default function PlaceFailed({ error, reset }: { error: Error; reset: () => void }) {
  return (
    <main className="contours flex h-full items-center justify-center">
      <Fault title="This place cannot be shown" message={error.message} again={reset} />
    </main>
  );
}

'use client';

import './globals.css';
import { Fault } from '@/ui/boundary.tsx';

/** The page around all places failed: nothing of ours stands but this. */
export default function AllFailed({ error }: { error: Error }) {
  return (
    <html lang="en">
      <body>
        <main className="flex h-dvh items-center justify-center">
          <Fault
            title="Plateau cannot be shown"
            message={error.message}
            again={() => window.location.reload()}
          />
        </main>
      </body>
    </html>
  );
}

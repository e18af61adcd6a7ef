'use client';

import { useOfflineState } from '@/parts/offline.ts';

/** Whether the app itself is kept in this browser, or why it is not. */
export function KeptApp() {
  const kept = useOfflineState();
  return (
    <section aria-label="Without a network" className="border-b border-hairline py-4">
      <h2 className="font-serif text-lg">Without a network</h2>
      {kept.kind === 'asked' && <p className="text-soft">The app is being kept in this browser.</p>}
      {kept.kind === 'kept' && (
        <p className="text-soft">The app is kept in this browser: it starts without a network.</p>
      )}
      {kept.kind === 'refused' && (
        <p role="alert" className="max-w-[44rem]">
          {kept.before
            ? 'A newer version of the app could not be kept in this browser'
            : 'The app could not be kept in this browser'}
          : {kept.why}. {kept.before ? 'The one before it still starts' : 'It does not start'} without a
          network. What you have made is in the store and stays. Load the page again to have it tried once
          more.
        </p>
      )}
    </section>
  );
}

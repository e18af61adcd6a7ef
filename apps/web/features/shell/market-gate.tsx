'use client';

import { Progress } from 'radix-ui';
import { type ReactNode, useCallback, useEffect, useState } from 'react';
import { toast } from 'sonner';
import { keepOffline } from '@/parts/offline.ts';
import { FIRST_SOURCE } from '@/sources/first.ts';
import { hasMarket, onLetGo, openStore } from '@/store/opening.ts';
import { Button } from '@/ui/button';
import { count } from '@/ui/format.ts';
import { late } from '@/ui/late.tsx';
import { warmEngine } from '@/workers/engine-start.ts';
import { type FillProgress, fillStore } from '@/workers/source-client.ts';

const SetAsideRows = late('Rows set aside', () => import('./set-aside.tsx').then((m) => m.SetAsideRows));

type State =
  | { readonly kind: 'looking' }
  | { readonly kind: 'filling'; readonly progress: FillProgress }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'ready' }
  | { readonly kind: 'outdated' };

/** Lets the places in once there is a market in the store; on the first start it fetches one and shows how far it is. */
export function MarketGate({ children }: { children: ReactNode }) {
  const [state, setState] = useState<State>({ kind: 'looking' });
  const [attempt, setAttempt] = useState(0);

  // biome-ignore lint/correctness/useExhaustiveDependencies: another attempt is another start
  useEffect(() => {
    const leaving = new AbortController();
    const tell = (next: State): void => {
      if (!leaving.signal.aborted) setState(next);
    };
    const deaf = onLetGo(() => tell({ kind: 'outdated' }));
    const start = async (): Promise<void> => {
      warmEngine();
      if ((await openStore()) === 'newer') return tell({ kind: 'outdated' });
      if (!(await hasMarket())) {
        tell({ kind: 'filling', progress: { done: 0, total: 0, bars: 0 } });
        await fillStore(FIRST_SOURCE, (progress) => tell({ kind: 'filling', progress }), leaving.signal);
      }
      tell({ kind: 'ready' });
      // Sheets and runs are here from now on, and no one else has them.
      void navigator.storage?.persist?.();
      void keepOffline(offerVersion);
      // Nothing of the start waits for it; one that cannot be told is told another day.
      import('./much-made.ts').then((m) => m.tellWhenMuchIsMade()).catch(() => {});
    };
    start().catch((error: Error) => tell({ kind: 'failed', message: error.message }));
    return () => {
      leaving.abort();
      deaf();
    };
  }, [attempt]);

  const again = useCallback(() => setAttempt((n) => n + 1), []);
  if (state.kind === 'ready')
    return (
      <div className="flex h-full flex-col">
        <SetAsideRows />
        <div className="min-h-0 flex-1">{children}</div>
      </div>
    );
  if (state.kind === 'looking') return null;
  return (
    <main className="contours flex h-full items-center justify-center">
      <div className="w-[28rem] border border-hairline bg-raised p-8">
        {state.kind === 'filling' ? (
          <Filling {...state.progress} />
        ) : state.kind === 'outdated' ? (
          <Outdated />
        ) : (
          <Failed message={state.message} again={again} />
        )}
      </div>
    </main>
  );
}

function offerVersion(take: () => void): void {
  toast('A new version of Plateau is here. Nothing is lost by taking it.', {
    duration: Number.POSITIVE_INFINITY,
    action: { label: 'Load it', onClick: take },
  });
}

function Filling({ done, total, bars }: FillProgress) {
  const share = total > 0 ? done / total : 0;
  return (
    <>
      <h1 className="font-serif text-xl">Bringing in the Skerry market</h1>
      <p className="mt-2 text-soft">Once only: daily bars of an invented exchange, kept in this browser.</p>
      <Progress.Root
        value={Math.round(share * 100)}
        className="mt-4 h-2 bg-sunk"
        aria-label="Instruments brought in"
      >
        <Progress.Indicator className="h-full bg-accent" style={{ width: `${share * 100}%` }} />
      </Progress.Root>
      <p className="mt-2" aria-live="polite">
        {done} of {total || '…'} instruments, {count(bars, 'bar')}
      </p>
    </>
  );
}

function Outdated() {
  return (
    <div role="alert">
      <h1 className="font-serif text-xl">A newer Plateau is open in another tab</h1>
      <p className="mt-2">
        It keeps its store in a newer form, which this page cannot write. Nothing is lost: load this page
        again to go on with it here.
      </p>
      <Button className="mt-4" onClick={() => window.location.reload()}>
        Load again
      </Button>
    </div>
  );
}

function Failed({ message, again }: { message: string; again: () => void }) {
  return (
    <div role="alert">
      <h1 className="font-serif text-xl">The market could not be brought in</h1>
      <p className="mt-2">
        {message}. What has come so far is kept; check that Plateau's server is running, then try again.
      </p>
      <Button className="mt-4" onClick={again}>
        Try again
      </Button>
    </div>
  );
}

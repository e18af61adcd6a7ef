import type { Updated } from '@/model/market/updated.ts';
import { Button } from '@/ui/button';
import { count } from '@/ui/format.ts';
import { Progress } from '@/ui/progress.tsx';

export type Work =
  | { readonly kind: 'idle' }
  | { readonly kind: 'adding'; readonly done: number; readonly total: number }
  | { readonly kind: 'updating'; readonly done: number; readonly total: number }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'added'; readonly total: number }
  | { readonly kind: 'updated'; readonly updates: readonly Updated[]; readonly stopped: boolean };

interface FeedWorkProps {
  readonly work: Work;
  readonly onStop: () => void;
  /** names those alone whose past had changed, not each that got a bar */
  readonly brief?: boolean;
}

/** What the work with a feed is at, or came to. */
export function FeedWork({ work, onStop, brief = false }: FeedWorkProps) {
  if (work.kind === 'idle') return null;
  if (work.kind === 'adding' || work.kind === 'updating') {
    return (
      <p className="flex items-center gap-3 pb-2" aria-live="polite">
        <Progress label="Instruments fetched" value={work.done} max={Math.max(1, work.total)} />
        {count(work.done)} of {count(work.total)} {work.kind === 'adding' ? 'added' : 'looked at'}
        <Button onClick={onStop}>Stop</Button>
      </p>
    );
  }
  if (work.kind === 'failed')
    return (
      <p role="alert" className="pb-2 text-loss">
        {work.message}
      </p>
    );
  if (work.kind === 'added')
    return (
      <p role="status" className="pb-2">
        {work.total === 1 ? 'One instrument' : `${count(work.total, 'instrument')}`} came into the market.
      </p>
    );
  const came = work.updates.filter(({ added, revised }) => added > 0 || revised);
  const failed = work.updates.filter(({ fault }) => fault !== undefined);
  const bars = came.reduce((sum, { added }) => sum + added, 0);
  return (
    <div role="status" className="max-h-32 shrink-0 overflow-auto pb-2">
      <p>
        {work.stopped ? 'Stopped: ' : ''}
        {count(work.updates.length, 'instrument')} looked at;{' '}
        {came.length === 0
          ? 'all were up to date.'
          : `${count(bars)} ${bars === 1 ? 'bar' : 'bars'} came for ${count(came.length)} of them.`}
      </p>
      {came
        .filter(({ revised }) => revised || !brief)
        .slice(0, 200)
        .map(({ symbol, added, revised }) => (
          <p key={symbol} className="text-soft">
            {symbol}:{' '}
            {revised ? 'its past had changed, so all of it was fetched anew' : `${count(added, 'new bar')}`}
          </p>
        ))}
      {failed.map(({ symbol, fault }) => (
        <p key={symbol} className="text-loss">
          {symbol} did not come: {fault}. Bring up to date again to fetch it.
        </p>
      ))}
    </div>
  );
}

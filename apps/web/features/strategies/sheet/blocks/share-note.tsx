import { count, percent } from '@/ui/format.ts';
import type { Share } from './context.ts';

/** How often a condition is true, and what is left of the candidates after it; a bar shows the share. */
export function ShareNote({ share, off }: { share: Share | undefined; off: boolean }) {
  // The line stays while the count is under way: what stands below must not jump.
  if (!share) return <p className="h-4" />;
  return (
    <p className="flex h-4 items-center gap-1.5 text-[11px] text-soft" data-testid="share">
      <span aria-hidden className="h-1 w-14 shrink-0 bg-sunk">
        <span
          className="block h-full bg-[var(--ridge)]"
          style={{ width: `${Math.max(share.share > 0 ? 2 : 0, 100 * share.share)}%` }}
        />
      </span>
      true {percent(share.share, share.share < 0.01 ? 2 : 1)} of the time
      {share.left !== undefined && !off && (
        <span className={share.left === 0 ? 'text-loss' : undefined}>· {count(share.left)} left</span>
      )}
    </p>
  );
}

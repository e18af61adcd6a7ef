import { count, percent } from '@/ui/format.ts';
import type { Share } from './context.ts';

/** Beyond these a condition says next to nothing, and may be a slip of units. */
const NEARLY_ALWAYS = 0.99;
const NEARLY_NEVER = 0.001;

/** How often a condition is true, and what is left of the candidates after it; a bar shows the share. */
export function ShareNote({
  share,
  off,
  lets = false,
}: {
  share: Share | undefined;
  off: boolean;
  /** one of several of which any is enough: it lets days through, and leaves nothing */
  lets?: boolean;
}) {
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
      true {percent(share.share, share.share < 0.01 || share.share > 0.99 ? 2 : 1)} of the time
      {share.share > NEARLY_ALWAYS && <strong className="text-loss">nearly always: is it meant so?</strong>}
      {share.share < NEARLY_NEVER && <strong className="text-loss">nearly never: is it meant so?</strong>}
      {share.left !== undefined && !off && (
        <span className={share.left === 0 ? 'text-loss' : undefined}>
          {lets ? `· lets ${count(share.left)} through` : `· ${count(share.left)} left`}
        </span>
      )}
    </p>
  );
}

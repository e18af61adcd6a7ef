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
  const odd =
    share.share > NEARLY_ALWAYS ? 'nearly always' : share.share < NEARLY_NEVER ? 'nearly never' : undefined;
  return (
    <p
      className="flex h-4 items-center gap-1.5 overflow-hidden text-[0.85rem] whitespace-nowrap text-soft"
      data-testid="share"
      title={
        odd && `This condition is ${odd} true and decides next to nothing: is it meant so, in its units?`
      }
    >
      <span aria-hidden className="h-1 w-14 shrink-0 bg-sunk">
        <span
          className="block h-full bg-[var(--ridge)]"
          style={{ width: `${Math.max(share.share > 0 ? 2 : 0, 100 * share.share)}%` }}
        />
      </span>
      <span className={odd && 'font-semibold text-loss'}>
        {odd ? `${odd} true,` : 'true'} {percent(share.share, odd || share.share < 0.01 ? 2 : 1)} of the time
      </span>
      {share.left !== undefined && !off && (
        <span className={share.left === 0 ? 'text-loss' : undefined}>
          {lets ? `· lets ${count(share.left)} through` : `· ${count(share.left)} left`}
        </span>
      )}
    </p>
  );
}

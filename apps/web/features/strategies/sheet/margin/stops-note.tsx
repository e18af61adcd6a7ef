import type { Distances } from '@plateau/core';
import { percent } from '@/ui/format.ts';

const WIDTH = 340;
const HEIGHT = 92;
const PAD = 14;

interface StopsNoteProps {
  readonly distances: Distances | undefined;
  /** the median instrument's true range a day, as a fraction of its price */
  readonly dayRange: number;
  readonly side: 'long' | 'short';
}

/** Where stops and target stand today, drawn to scale with a day's usual range around the entry. */
export function StopsNote({ distances, dayRange, side }: StopsNoteProps) {
  const levels = [
    { name: 'initial stop', at: distances?.initial, dash: undefined, colour: 'var(--loss)' },
    { name: 'trail', at: distances?.trail, dash: '5 3', colour: 'var(--loss)' },
    { name: 'target', at: distances?.target, dash: undefined, colour: 'var(--gain)' },
  ].filter((level): level is typeof level & { at: number } => Number.isFinite(level.at));
  if (levels.length === 0 || !Number.isFinite(dayRange)) return null;
  const reach = [dayRange, -dayRange, 0, ...levels.map(({ at }) => at)];
  const [low, high] = [Math.min(...reach), Math.max(...reach)];
  // A short's losses lie above its entry.
  const sign = side === 'short' ? -1 : 1;
  const y = (at: number): number => {
    const share = (at - low) / Math.max(1e-9, high - low);
    return PAD + (sign === 1 ? 1 - share : share) * (HEIGHT - 2 * PAD);
  };
  const words = levels.map(({ name, at }) => `${name} ${signedPercent(at * sign)}`).join(', ');
  return (
    <figure className="pt-1 pb-2">
      <svg
        role="img"
        aria-label={`Today, from the entry: ${words}; a day’s range is ${percent(dayRange)}`}
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="w-full max-w-[340px]"
      >
        <rect
          x={0}
          width={150}
          y={Math.min(y(dayRange), y(-dayRange))}
          height={Math.abs(y(-dayRange) - y(dayRange))}
          fill="var(--paper-sunk)"
        />
        <line x1={0} x2={150} y1={y(0)} y2={y(0)} stroke="var(--ink)" strokeWidth={1} />
        <circle cx={12} cy={y(0)} r={3.5} fill="var(--ink)" />
        <text x={156} y={y(0) + 3.5} fontSize={11} fill="var(--ink)">
          entry
        </text>
        {spread(levels.map(({ at }) => y(at))).map((labelY, k) => {
          const level = levels[k];
          if (!level) return null;
          return (
            <g key={level.name}>
              <line
                x1={12}
                x2={150}
                y1={y(level.at)}
                y2={y(level.at)}
                stroke={level.colour}
                strokeWidth={1.4}
                strokeDasharray={level.dash}
              />
              <text x={200} y={labelY + 3.5} fontSize={11} fill={level.colour}>
                {level.name} {signedPercent(level.at * sign)}
              </text>
            </g>
          );
        })}
      </svg>
      <figcaption className="text-soft">
        For the median instrument today; the band is a day’s usual range, {percent(dayRange)} either way.
      </figcaption>
    </figure>
  );
}

const signedPercent = (x: number): string => `${x > 0 ? '+' : ''}${percent(x)}`;

/** The heights of labels, moved apart where they would cover each other. */
function spread(heights: readonly number[]): number[] {
  const order = heights.map((_y, k) => k).sort((a, b) => (heights[a] ?? 0) - (heights[b] ?? 0));
  const out = [...heights];
  order.forEach((k, n) => {
    const above = order[n - 1];
    if (above !== undefined) out[k] = Math.max(heights[k] ?? 0, (out[above] ?? 0) + 12);
  });
  return out;
}

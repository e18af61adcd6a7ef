import { at, isoFromDay, type PairWindow } from '@plateau/core';
import { ratio } from '@/ui/format.ts';

const WIDE = 190;
const HIGH = 54;

/** The spread refitted on windows of two years, each with a hedge of its own. */
export function Windows({ windows, r2 }: { windows: readonly PairWindow[]; r2: string }) {
  return (
    <ul className="flex flex-wrap gap-4">
      {windows.map(({ from, to, b, r2: value, halfLife, unitRootT, spread }) => (
        <li key={from} className="border border-hairline bg-raised p-2">
          <h3 className="text-soft">
            {isoFromDay(from)} to {isoFromDay(to)}
          </h3>
          <svg width={WIDE} height={HIGH} aria-hidden className="block">
            <path d={`M0 ${HIGH / 2}H${WIDE}`} stroke="var(--hairline)" />
            <path d={lineOf(spread)} fill="none" stroke="var(--ridge)" strokeWidth={1.1} />
          </svg>
          <p>
            b {ratio(b, 3)}, {r2} {ratio(value)}, half-life {ratio(halfLife, 1)}, unit-root t{' '}
            <strong>{ratio(unitRootT)}</strong>
          </p>
        </li>
      ))}
    </ul>
  );
}

/** A spread as a path, its middle in the middle. */
function lineOf(spread: Float64Array): string {
  const far = spread.reduce((most, value) => (Math.abs(value) > most ? Math.abs(value) : most), 0) || 1;
  return Array.from(spread, (_s, k) => {
    const x = (k / Math.max(1, spread.length - 1)) * WIDE;
    const y = HIGH / 2 - (at(spread, k) / far) * (HIGH / 2 - 3);
    return `${k === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
  }).join('');
}

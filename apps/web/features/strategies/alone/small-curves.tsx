import type { PerInstrument } from '@plateau/core';

const WIDTH = 96;
const HEIGHT = 18;

/** A row's two curves, small. */
export function SmallCurves({
  curve: { equity, held },
  symbol,
}: {
  curve: PerInstrument['curve'];
  symbol: string;
}) {
  const all = [...equity, ...held];
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const path = (values: Float64Array): string =>
    Array.from(values, (value, k) => {
      const x = (k / Math.max(1, values.length - 1)) * WIDTH;
      const y = HEIGHT - 1 - ((value - low) / Math.max(1e-9, high - low)) * (HEIGHT - 2);
      return `${k === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
    }).join('');
  return (
    <svg
      role="img"
      aria-label={`${symbol}: equity by the rules, dashed held`}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width={WIDTH}
      height={HEIGHT}
    >
      <path d={path(held)} fill="none" stroke="var(--ink-soft)" strokeDasharray="2 2" strokeWidth={0.8} />
      <path d={path(equity)} fill="none" stroke="var(--ridge)" strokeWidth={1.2} />
    </svg>
  );
}

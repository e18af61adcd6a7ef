import { isoFromDay } from '@plateau/core';
import { clsx } from 'clsx';
import { percent } from '@/ui/format.ts';
import type { Row } from './rows.ts';

const price = new Intl.NumberFormat('en', { maximumSignificantDigits: 6 });

/** A hairline from low to high with a notch at the close: teal and to the right after a rise, rust and to the left after a fall. */
export function drawBar(properties: unknown) {
  const { x, width, y, height, payload } = properties as {
    x: number;
    width: number;
    y: number;
    height: number;
    payload: Row;
  };
  const middle = x + width / 2;
  const reach = Math.max(1.5, Math.min(5, width * 0.8));
  const rose = !(payload.change < 0);
  const span = payload.high - payload.low;
  const at = span > 0 ? y + ((payload.high - payload.close) / span) * height : y;
  const colour = rose ? 'var(--gain)' : 'var(--loss)';
  return (
    <path
      d={`M${middle} ${y}V${y + Math.max(1, height)}M${middle} ${at}h${rose ? reach : -reach}`}
      stroke={colour}
      strokeWidth={width > 5 ? 1.4 : 1}
      fill="none"
    />
  );
}

interface ReadoutProps {
  readonly row: Row;
  readonly names: readonly string[];
  readonly other: string | undefined;
}

/** Every value of the bar under the crosshair. */
export function Readout({ row, names, other }: ReadoutProps) {
  const values: (readonly [string, number | undefined])[] = [
    ['Open', row.open],
    ['High', row.high],
    ['Low', row.low],
    ['Close', row.close],
    ...names.map((name, k) => [name, row.drawn[k]] as const),
    ...(other ? [[`${other}, rebased`, row.other] as const] : []),
  ];
  return (
    <dl className="grid grid-cols-[auto_auto] gap-x-4 border border-strong bg-raised/95 px-3 py-2">
      <dt className="col-span-2 font-semibold">{isoFromDay(row.day)}</dt>
      {values.map(([name, value]) => (
        <div key={name} className="contents">
          <dt>{name}</dt>
          <dd className="text-right">
            {value !== undefined && Number.isFinite(value) ? price.format(value) : '–'}
          </dd>
        </div>
      ))}
      <dt>Change</dt>
      <dd className={clsx('text-right', row.change < 0 ? 'text-loss' : 'text-gain')}>
        {percent(row.change)}
      </dd>
      <dt>Volume</dt>
      <dd className="text-right">{row.volume.toLocaleString('en')}</dd>
    </dl>
  );
}

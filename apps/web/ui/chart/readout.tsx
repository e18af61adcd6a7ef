import { isoFromDay } from '@plateau/core';
import { clsx } from 'clsx';

interface ReadoutProps {
  readonly day: number;
  readonly rows: readonly (readonly [name: string, value: string, tone?: 'gain' | 'loss'])[];
}

/** What stands under the crosshair. */
export function Readout({ day, rows }: ReadoutProps) {
  return (
    <dl className="grid grid-cols-[auto_auto] gap-x-4 border border-strong bg-raised/95 px-3 py-2">
      <dt className="col-span-2 font-semibold">{isoFromDay(day)}</dt>
      {rows.map(([name, value, tone]) => (
        <div key={name} className="contents">
          <dt>{name}</dt>
          <dd className={clsx('text-right', tone === 'gain' && 'text-gain', tone === 'loss' && 'text-loss')}>
            {value}
          </dd>
        </div>
      ))}
    </dl>
  );
}

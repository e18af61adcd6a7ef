import { clsx } from 'clsx';

/** What stands under the crosshair at one place. */
export interface ReadoutRows {
  readonly day: number;
  /** the day as it is written */
  readonly title: string;
  readonly rows: readonly (readonly [name: string, value: string, tone?: 'gain' | 'loss'])[];
}

export function Readout({ title, rows }: ReadoutRows) {
  return (
    <div className="border border-strong bg-raised/95 px-3 py-2">
      <p className="font-semibold">{title}</p>
      <dl className="grid grid-cols-[auto_auto] gap-x-4">
        {rows.map(([name, value, tone]) => (
          <div key={name} className="contents">
            <dt>{name}</dt>
            <dd
              className={clsx('text-right', tone === 'gain' && 'text-gain', tone === 'loss' && 'text-loss')}
            >
              {value}
            </dd>
          </div>
        ))}
      </dl>
    </div>
  );
}

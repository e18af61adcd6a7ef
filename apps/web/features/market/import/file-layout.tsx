'use client';

import { DATE_ORDERS, faultInLayout, type Layout, ROLES, type Role } from '@plateau/files';
import { clsx } from 'clsx';
import type { Inspected } from '@/model/market/import.ts';
import { count } from '@/ui/format.ts';

const SHAPES: readonly (readonly [Layout['shape'], string])[] = [
  ['single', 'one instrument a file'],
  ['long', 'a row an instrument and day'],
  ['wide', 'a column an instrument'],
  ['events', 'splits or dividends by day'],
];
const SEPARATORS: readonly (readonly [string, string])[] = [
  [',', 'comma'],
  [';', 'semicolon'],
  ['\t', 'tab'],
  ['|', 'bar'],
  [' ', 'space'],
];
const ORDERS: Record<(typeof DATE_ORDERS)[number], string> = {
  ymd: 'year, month, day',
  dmy: 'day, month, year',
  mdy: 'month, day, year',
  serial: 'spreadsheet number',
  seconds: 'seconds since 1970',
};

interface FileLayoutProps {
  readonly file: Inspected;
  readonly alike: number;
  readonly onChange: (layout: Layout) => void;
  /** cuts the file by another mark */
  readonly onCut: (separator: string) => void;
}

const select = 'rounded-sm border border-hairline bg-raised px-1 py-0.5 text-ink';

/** How a file would be read: its first rows under the role of each column, every guess to be changed. */
export function FileLayout({ file, alike, onChange, onCut }: FileLayoutProps) {
  const { layout, preview } = file;
  const fault = file.fault ?? faultInLayout(layout);
  const columns = Math.max(0, ...preview.map((row) => row.length));
  const roleAt = (k: number): Role => layout.roles[k] ?? 'ignore';
  return (
    <section aria-label={file.path} className="border-b border-hairline py-2">
      <h3 className="font-semibold">
        {file.path}
        {alike > 1 && <span className="font-normal text-soft"> and {count(alike - 1)} more like it</span>}
        {file.remembered && <span className="font-normal text-soft"> (read as the last time)</span>}
      </h3>
      {fault && (
        <p role="alert" className="text-loss">
          {fault}
          {file.fault && '. It is left out.'}
        </p>
      )}
      {!file.fault && (
        <>
          <div className="flex flex-wrap items-center gap-x-4 gap-y-1 py-1 text-soft">
            <label className="flex items-center gap-1.5">
              Holds
              <select
                className={select}
                value={layout.shape}
                onChange={(e) => onChange({ ...layout, shape: e.target.value as Layout['shape'] })}
              >
                {SHAPES.map(([value, name]) => (
                  <option key={value} value={value}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
            <label className="flex items-center gap-1.5">
              Dates
              <select
                className={select}
                value={layout.dates}
                onChange={(e) => onChange({ ...layout, dates: e.target.value as Layout['dates'] })}
              >
                {DATE_ORDERS.map((value) => (
                  <option key={value} value={value}>
                    {ORDERS[value]}
                  </option>
                ))}
              </select>
            </label>
            <label className="flex items-center gap-1.5">
              Decimals after
              <select
                className={select}
                value={layout.decimal}
                onChange={(e) => onChange({ ...layout, decimal: e.target.value as Layout['decimal'] })}
              >
                <option value=".">a point</option>
                <option value=",">a comma</option>
              </select>
            </label>
            <label className="flex items-center gap-1.5">
              <input
                type="checkbox"
                checked={layout.header}
                onChange={(e) => onChange({ ...layout, header: e.target.checked })}
              />
              First row names the columns
            </label>
            {/\.(csv|tsv|txt)$/i.test(file.path) && (
              <label className="flex items-center gap-1.5">
                Cells between
                <select
                  className={select}
                  value={layout.separator ?? ''}
                  onChange={(e) => onCut(e.target.value)}
                >
                  {layout.separator === undefined && <option value="">as guessed</option>}
                  {SEPARATORS.map(([value, name]) => (
                    <option key={value} value={value}>
                      {name}
                    </option>
                  ))}
                </select>
              </label>
            )}
            <label className="flex items-center gap-1.5">
              Rows above
              <input
                type="number"
                min={0}
                max={30}
                className={clsx(select, 'w-14')}
                value={layout.skip}
                onChange={(e) => onChange({ ...layout, skip: Math.max(0, Number(e.target.value)) })}
              />
            </label>
          </div>
          <div
            className="overflow-x-auto"
            tabIndex={0}
            role="region"
            aria-label={`First rows of ${file.path}`}
          >
            <table className="text-right">
              <thead>
                <tr>
                  {Array.from({ length: Math.min(columns, 24) }, (_x, k) => (
                    <th key={k} className="px-1 font-normal">
                      <select
                        className={select}
                        aria-label={`Column ${k + 1} is`}
                        value={roleAt(k)}
                        onChange={(e) =>
                          onChange({
                            ...layout,
                            roles: Array.from({ length: columns }, (_y, n) =>
                              n === k ? (e.target.value as Role) : roleAt(n),
                            ),
                          })
                        }
                      >
                        {ROLES.map((role) => (
                          <option key={role} value={role}>
                            {role}
                          </option>
                        ))}
                      </select>
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {preview.slice(0, 6).map((row, n) => (
                  <tr
                    key={n}
                    className={clsx(
                      n < layout.skip && 'text-soft line-through',
                      layout.header && n === layout.skip && 'font-semibold',
                    )}
                  >
                    {row.slice(0, 24).map((cell, k) => (
                      <td key={k} className="max-w-40 truncate px-1.5">
                        {cell}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </>
      )}
    </section>
  );
}

'use client';

import { readKept } from '@plateau/core';
import {
  DATE_ORDERS,
  faultInLayout,
  type Layout,
  ROLES,
  type Role,
  symbolOfFile,
  type TableChoice,
} from '@plateau/files';
import { clsx } from 'clsx';
import type { Inspected } from '@/model/market/import.ts';
import { Checkbox } from '@/ui/checkbox.tsx';
import { count } from '@/ui/format.ts';
import { NumberField } from '@/ui/number-field.tsx';
import { Select } from '@/ui/select.tsx';

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
  /** reads the file by another mark, or another of its sheets */
  readonly onCut: (choice: TableChoice) => void;
  /** calls its instrument otherwise than the file */
  readonly onCall: (symbol: string) => void;
}

const ROLE_CHOICES = ROLES.map((role) => [role, role] as const);
const MOST_SKIPPED = 30;

/** How a file would be read: its first rows under the role of each column, every guess to be changed. */
export function FileLayout({ file, alike, onChange, onCut, onCall }: FileLayoutProps) {
  const fault = file.fault ?? faultInLayout(file.layout);
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
          {alike === 1 && file.layout.shape === 'single' && (
            <label className="flex items-center gap-1.5 text-soft">
              Symbol
              <input
                value={file.symbol ?? symbolOfFile(file.path)}
                onChange={(event) => onCall(event.target.value)}
                spellCheck={false}
                className="w-32 rounded-sm border border-strong bg-paper px-1 text-ink"
              />
            </label>
          )}
          <LayoutFields file={file} onChange={onChange} onCut={onCut} />
          <Preview file={file} onChange={onChange} />
        </>
      )}
    </section>
  );
}

interface ChoiceProps<Value extends string> {
  readonly label: string;
  readonly value: Value | '';
  readonly choices: readonly (readonly [value: Value | '', words: string])[];
  readonly onChange: (value: Value) => void;
}

function Choice<Value extends string>({ label, value, choices, onChange }: ChoiceProps<Value>) {
  return (
    <span className="flex items-center gap-1.5">
      {label}
      <Select<Value | ''>
        label={label}
        value={value}
        choices={choices}
        onChange={(next) => next !== '' && onChange(next)}
      />
    </span>
  );
}

/** How the whole file is read. */
function LayoutFields({
  file: { path, layout, sheets },
  onChange,
  onCut,
}: Omit<FileLayoutProps, 'alike' | 'onCall'>) {
  const guessed = layout.separator === undefined ? ([['', 'as guessed']] as const) : [];
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 py-1 text-soft">
      <Choice
        label="Holds"
        value={layout.shape}
        choices={SHAPES}
        onChange={(shape) => onChange({ ...layout, shape })}
      />
      <Choice
        label="Dates"
        value={layout.dates}
        choices={DATE_ORDERS.map((order) => [order, ORDERS[order]])}
        onChange={(dates) => onChange({ ...layout, dates })}
      />
      <Choice
        label="Decimals after"
        value={layout.decimal}
        choices={[
          ['.', 'a point'],
          [',', 'a comma'],
        ]}
        onChange={(decimal) => onChange({ ...layout, decimal })}
      />
      <Checkbox checked={layout.header} onChange={(header) => onChange({ ...layout, header })}>
        First row names the columns
      </Checkbox>
      {/\.(csv|tsv|txt)$/i.test(path) && (
        <Choice
          label="Cells between"
          value={layout.separator ?? ''}
          choices={[...guessed, ...SEPARATORS]}
          onChange={(separator) => onCut({ separator })}
        />
      )}
      {sheets && (
        <Choice
          label="Sheet"
          value={layout.sheet ?? sheets[0] ?? ''}
          choices={sheets.map((sheet) => [sheet, sheet])}
          onChange={(sheet) => onCut({ sheet })}
        />
      )}
      <span className="flex items-center gap-1.5">
        Rows above
        <NumberField
          label="Rows above"
          className="w-14"
          value={String(layout.skip)}
          onChange={(text) => {
            const read = readKept(text === '' ? '0' : text);
            if (read.kind === 'one' && Number.isInteger(read.value) && read.value >= 0)
              onChange({ ...layout, skip: Math.min(MOST_SKIPPED, read.value) });
          }}
        />
      </span>
    </div>
  );
}

const MOST_COLUMNS = 24;
const MOST_ROWS = 6;

/** The first rows under the role of each column. */
function Preview({ file, onChange }: Pick<FileLayoutProps, 'file' | 'onChange'>) {
  const { layout, preview, path } = file;
  const columns = Math.max(0, ...preview.map((row) => row.length));
  const roles = Array.from({ length: columns }, (_x, k): Role => layout.roles[k] ?? 'ignore');
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={`First rows of ${path}`}>
      <table className="text-right">
        <thead>
          <tr>
            {roles.slice(0, MOST_COLUMNS).map((role, k) => (
              <th key={k} className="px-1 font-normal">
                <Select
                  label={`Column ${k + 1} is`}
                  value={role}
                  choices={ROLE_CHOICES}
                  onChange={(next) => onChange({ ...layout, roles: roles.with(k, next) })}
                />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {preview.slice(0, MOST_ROWS).map((row, n) => (
            <tr
              key={n}
              className={clsx(
                n < layout.skip && 'text-soft line-through',
                layout.header && n === layout.skip && 'font-semibold',
              )}
            >
              {row.slice(0, MOST_COLUMNS).map((cell, k) => (
                <td key={k} className="max-w-40 truncate px-1.5">
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

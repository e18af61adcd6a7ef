// What a row of each table must be. The store is the trader's own disk, written by every version of this page, by workspaces
// of other machines and by whatever else reaches it: its rows are read as anything else from outside.

import { isBlock } from '@plateau/core';
import { readBlend, readJson, readStrategy, readUniverseRows, STRATEGY_FORMAT } from '@plateau/files';
import Joi from 'joi';
import type { StoredFollowed } from '@/model/follow/followed.ts';
import type { LogEntry } from '@/model/logbook/entry.ts';
import type {
  KeptRun,
  Setting,
  StoredBlock,
  StoredLayout,
  StoredListing,
  StoredRepair,
  StoredUniverse,
} from '@/model/rows.ts';
import type { Sheet } from '@/model/sheet/sheet.ts';
import type { StoredStudy } from '@/model/studies/stored-study.ts';
import { upgradeRow } from '@/model/upgrade.ts';

/** The tables of the store and what their rows are. */
export interface Rows {
  readonly listings: StoredListing;
  readonly blocks: StoredBlock;
  readonly universes: StoredUniverse;
  readonly sheets: Sheet;
  readonly blends: Sheet;
  readonly logbook: LogEntry;
  readonly runs: KeptRun;
  readonly studies: StoredStudy;
  readonly followed: StoredFollowed;
  readonly repairs: StoredRepair;
  readonly layouts: StoredLayout;
  readonly settings: Setting;
}
export type TableName = keyof Rows;

/** The key that names a row of a table, and what a row is called. */
export const TABLES: Readonly<Record<TableName, { readonly key: string; readonly one: string }>> = {
  listings: { key: 'symbol', one: 'instrument' },
  blocks: { key: 'id', one: 'block of bars' },
  universes: { key: 'id', one: 'universe' },
  sheets: { key: 'id', one: 'sheet' },
  blends: { key: 'id', one: 'blend' },
  logbook: { key: 'id', one: 'logbook entry' },
  runs: { key: 'id', one: 'kept run' },
  studies: { key: 'id', one: 'study' },
  followed: { key: 'id', one: 'followed run' },
  repairs: { key: 'id', one: 'repair' },
  layouts: { key: 'shape', one: 'import layout' },
  settings: { key: 'key', one: 'setting' },
};

const id = Joi.string().min(1).max(2000).required();
const text = Joi.string().allow('').max(200_000);
const when = Joi.number().required();
const day = Joi.number().integer().min(-200_000).max(200_000);
/** Figures may be undefined, which is NaN here. */
const figure = Joi.any().custom((value, helpers) =>
  typeof value === 'number' || value === null ? value : helpers.error('any.invalid'),
);

const members = Joi.array()
  .required()
  .custom(
    (rows: unknown[], helpers) =>
      readUniverseRows(rows) ?? helpers.message({ custom: 'a member has no symbol, or days that are none' }),
  );
const draft = Joi.object().pattern(Joi.string(), text).required();
const step = Joi.object({
  id,
  at: when,
  changes: Joi.array()
    .items(Joi.object({ key: Joi.string().required(), from: text.required(), to: text.required() }))
    .required(),
});

const column = (kind: typeof Int32Array | typeof Float64Array) =>
  Joi.any().custom((value, helpers) => (value instanceof kind ? value : helpers.error('any.invalid')));

const strategy = Joi.any()
  .required()
  .custom((value, helpers) => {
    const read = readStrategy({ format: STRATEGY_FORMAT, ...(value as object) }, 'strategy');
    return read.ok
      ? value
      : helpers.message({ custom: `its strategy cannot be read: ${read.problems[0]?.message ?? ''}` });
  });

const blend = Joi.any()
  .required()
  .custom((value, helpers) => {
    const read = readBlend(value, 'blend');
    return read.ok
      ? value
      : helpers.message({ custom: `its blend cannot be read: ${read.problems[0]?.message ?? ''}` });
  });

const summary = Joi.string()
  .required()
  .custom((value: string, helpers) => {
    const read = readJson(value);
    const figures = read.ok ? (read.value as { figures?: unknown } | null)?.figures : undefined;
    return typeof figures === 'object' && figures !== null
      ? value
      : helpers.message({ custom: `its summary cannot be read${read.ok ? '' : `: ${read.message}`}` });
  });

const layout = Joi.object({
  shape: Joi.valid('single', 'long', 'wide', 'events').required(),
  header: Joi.boolean().required(),
  skip: Joi.number().integer().min(0).required(),
  dates: Joi.valid('ymd', 'dmy', 'mdy', 'serial', 'seconds').required(),
  decimal: Joi.valid('.', ',').required(),
  separator: Joi.string().max(1),
  sheet: Joi.string().max(100),
  roles: Joi.array().items(Joi.string()).required(),
}).required();

const laid = { id, symbol: id, made: when, day: day.required() };
const onBar = { ...laid, close: Joi.number().required() };
const repair = Joi.alternatives(
  Joi.object({ ...onBar, kind: Joi.valid('drop').required() }),
  Joi.object({ ...onBar, kind: Joi.valid('split').required(), ratio: Joi.number().greater(0).required() }),
  Joi.object({ ...onBar, kind: Joi.valid('dividend').required(), amount: Joi.number().min(0).required() }),
  Joi.object({ ...laid, kind: Joi.valid('accept').required(), finding: Joi.string().required() }),
).messages({ 'alternatives.match': 'it is no repair of a bar' });

/** A draft with the steps that led to it: a sheet, and a blend. */
const draftRow = Joi.object({
  id,
  draft,
  past: Joi.array().items(step).required(),
  future: Joi.array().items(step).required(),
  created: when,
  deleted: Joi.number(),
  openings: Joi.array().items(Joi.object({ key: Joi.string().required(), at: when })),
  revision: Joi.number().integer().min(0),
}).unknown();

const keptRun = {
  id,
  name: text.required(),
  note: text,
  at: when,
  sheet: text.required(),
  universeName: text.required(),
  data: text.required(),
  engine: text.required(),
  summary,
  tried: Joi.array().items(figure).required(),
};

/** Tables whose schemas are large, or needed in one place alone. */
type LateTable = 'studies' | 'followed';

const schemas: Record<Exclude<TableName, LateTable>, Joi.Schema> & Partial<Record<LateTable, Joi.Schema>> = {
  listings: Joi.object({
    symbol: id,
    name: text.required(),
    kind: Joi.valid('stock', 'fund', 'index', 'gauge', 'imported').required(),
    group: text.required(),
    source: text.required(),
    block: id,
    first: day.required(),
    last: day.required(),
    count: Joi.number().integer().min(0).required(),
    changed: Joi.number(),
  }).unknown(),
  blocks: Joi.object({
    id,
    block: Joi.any().custom((value, helpers) =>
      isBlock(value) ? value : helpers.message({ custom: 'it is no block of bars' }),
    ),
  }),
  universes: Joi.object({ id, name: text.required(), members, source: Joi.string() }).unknown(),
  sheets: draftRow,
  blends: draftRow,
  logbook: Joi.object({
    id,
    sheet: id,
    at: when,
    key: Joi.string().required(),
    draft,
    changed: text.required(),
    benchmark: text.required(),
    figures: Joi.object({
      trades: figure.required(),
      benchmark: Joi.object().pattern(Joi.string(), figure).required(),
    })
      .pattern(Joi.string(), figure)
      .required(),
    curve: Joi.object({
      days: column(Int32Array).required(),
      equity: column(Float64Array).required(),
      benchmark: column(Float64Array).required(),
    }).required(),
    pinned: Joi.boolean().required(),
    name: text.required(),
    note: text.required(),
  }).unknown(),
  runs: Joi.when(Joi.object({ blend: Joi.exist() }).unknown(), {
    // biome-ignore lint/suspicious/noThenProperty: the name is Joi's
    then: Joi.object({
      ...keptRun,
      blend,
      benchmark: Joi.string().required(),
      from: day,
      to: day,
      splitAt: day,
    }).unknown(),
    otherwise: Joi.object({
      ...keptRun,
      universe: id,
      request: Joi.object({
        strategy,
        benchmark: Joi.string().required(),
        from: day,
        to: day,
        splitAt: day,
        begin: Joi.valid('when-filled'),
      }).required(),
    }).unknown(),
  }),
  repairs: repair,
  layouts: Joi.object({ shape: id, layout }),
  settings: Joi.object({ key: id, value: Joi.any() }),
};

/** Brings the schema of such a table: by who reads it (`store/studies/schema.ts`, `store/follow/schema.ts`). */
export function addSchema(table: LateTable, schema: Joi.Schema): void {
  schemas[table] = schema;
}

/** A table's schema, for rows that hold rows. */
export const schemaOf = (table: Exclude<TableName, LateTable>): Joi.Schema => schemas[table];

export type RowRead<T> =
  | { readonly ok: true; readonly row: T }
  | { readonly ok: false; readonly why: string };

/** A row as it was kept, in today's form, or why it is none. */
export function readRow<K extends TableName>(table: K, row: unknown): RowRead<Rows[K]> {
  const ours = upgradeRow(table, row);
  const schema = schemas[table];
  if (!schema) throw new Error(`nobody has brought the schema of ${table}`);
  const { error } = schema.validate(ours, { convert: false });
  if (!error) return { ok: true, row: ours as Rows[K] };
  return { ok: false, why: error.message.replace(/"([^"]*)"/g, '“$1”').slice(0, 300) };
}

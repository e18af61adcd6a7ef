// Rows as earlier versions wrote them. An exit was called “leave” in the fields of sheets and in strategies.

type Row = { readonly [key: string]: unknown };

const isRow = (value: unknown): value is Row =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const renamed = (key: string): string => key.replace(/^(long|short|timing)\.leave$/, '$1.exit');

/** A sheet's texts by their fields' keys of today. */
export function upgradeDraft<T>(draft: T): T {
  if (!isRow(draft) || !Object.keys(draft).some((key) => renamed(key) !== key)) return draft;
  return Object.fromEntries(Object.entries(draft).map(([key, text]) => [renamed(key), text])) as T;
}

/** The name of a variant, which holds the keys of its fields (see runKey). */
const upgradeKey = (key: unknown): unknown =>
  typeof key === 'string' ? key.replace(/\["(long|short|timing)\.leave",/g, '["$1.exit",') : key;

const each = (rows: unknown, change: (row: Row) => Row): unknown =>
  Array.isArray(rows) ? rows.map((row) => (isRow(row) ? change(row) : row)) : rows;

const upgradeSteps = (steps: unknown): unknown =>
  each(steps, (step) => ({
    ...step,
    changes: each(step.changes, (one) =>
      typeof one.key === 'string' ? { ...one, key: renamed(one.key) } : one,
    ),
  }));

function upgradeSheet(sheet: Row): Row {
  return {
    ...sheet,
    draft: upgradeDraft(sheet.draft),
    past: upgradeSteps(sheet.past),
    future: upgradeSteps(sheet.future),
    ...(sheet.openings !== undefined && {
      openings: each(sheet.openings, (one) => ({ ...one, key: upgradeKey(one.key) })),
    }),
  };
}

const withExit = (part: unknown): unknown => {
  if (!isRow(part) || !('leave' in part) || 'exit' in part) return part;
  const { leave, ...rest } = part;
  return { ...rest, exit: leave };
};

function upgradeRun(run: Row): Row {
  const { request } = run;
  if (!isRow(request) || !isRow(request.strategy)) return run;
  const { strategy } = request;
  const names = ['long', 'short', 'timing'].filter((name) => name in strategy);
  const parts = Object.fromEntries(names.map((name) => [name, withExit(strategy[name])]));
  return { ...run, request: { ...request, strategy: { ...strategy, ...parts } } };
}

const UPGRADES: Readonly<Record<string, (row: Row) => Row>> = {
  sheets: upgradeSheet,
  logbook: (entry) => ({ ...entry, draft: upgradeDraft(entry.draft), key: upgradeKey(entry.key) }),
  runs: upgradeRun,
  followed: (row) => ({ ...row, run: isRow(row.run) ? upgradeRun(row.run) : row.run }),
};

/** A row of a table in today's form; what is no row is given back as it is. */
export function upgradeRow(table: string, row: unknown): unknown {
  const upgrade = UPGRADES[table];
  return upgrade && isRow(row) ? upgrade(row) : row;
}

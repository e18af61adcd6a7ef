// Dials in the place of a setting's number: `"positions": "{slots}"` in a strategy file.

import { withSetting } from '@plateau/core';

type Json = Readonly<Record<string, unknown>>;

/** Settings that are texts, in which braces are the rule language's own. */
const TEXTS = new Set(['name', 'notes', 'enter', 'exit', 'by', 'level', 'dials']);
const DIAL = /^\{\s*([A-Za-z][A-Za-z0-9_ ]*?)\s*\}$/;

/** The name in `{name}`; undefined for a text of another kind. */
export function dialIn(text: string): string | undefined {
  return DIAL.exec(text.trim())?.[1];
}

const isJson = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The dial's name by the path of each setting that one stands for. */
export function dialledSettings(value: unknown, above: readonly string[] = []): Record<string, string> {
  if (!isJson(value)) return {};
  const found: Record<string, string> = {};
  for (const [key, inner] of Object.entries(value)) {
    if (TEXTS.has(key)) continue;
    const path = [...above, key];
    const name = typeof inner === 'string' ? dialIn(inner) : undefined;
    if (name !== undefined) found[path.join('.')] = name;
    else Object.assign(found, dialledSettings(inner, path));
  }
  return found;
}

/** The value with what `of` gives for its dial in each setting that one stands for. */
export function withDialled<T>(
  value: T,
  dialled: Readonly<Record<string, string>>,
  of: (dial: string) => unknown,
): T {
  return Object.entries(dialled).reduce(
    (so, [path, dial]) => withSetting(so, path.split('.'), of(dial)),
    value,
  );
}

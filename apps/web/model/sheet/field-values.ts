// What the texts of fields say: numbers, days, choices.

import { dayFromIso, type Problem, readKept } from '@plateau/core';
import { dialIn } from '@plateau/files';
import { readDials } from './dials.ts';
import type { Field } from './field.ts';
import { type Draft, textOf } from './sheet.ts';

export type Json = { [key: string]: unknown };

/** What a field's text says; undefined where it says nothing, or cannot be read, which is then told. @param dials whether one may stand for a number */
export function valueOf(field: Field, text: string, problems: Problem[], dials = true): unknown {
  switch (field.kind) {
    case 'number':
      return numberOf(field, text, problems, dials);
    case 'rate':
      return namesInstrument(text) ? text.trim() : numberOf(field, text, problems, dials);
    case 'dials': {
      const read = readDials(text);
      if (read.ok) return read.dials;
      problems.push({ path: field.key, message: read.message });
      return undefined;
    }
    case 'value':
      return text.trim() === '' ? undefined : text;
    case 'choice':
      if (text === '') return undefined;
      return field.choices?.some(([value]) => value === 'on') ? text === 'on' : text;
    default:
      return text;
  }
}

/** Whether a rate is the close of an instrument, and no number. */
export const namesInstrument = (rate: string): boolean =>
  /[A-Za-z]/.test(rate) && !rate.includes('{') && !Number.isFinite(Number(rate));

/** A number, or a dial in its place; undefined where there is none. */
function numberOf(
  field: Field,
  text: string,
  problems: Problem[],
  dials: boolean,
): number | string | undefined {
  if (dials && dialIn(text) !== undefined) return text.trim();
  if (text.trim() === '') return undefined;
  const read = readKept(text);
  if (read.kind === 'one') return read.value;
  problems.push({ path: field.key, message: read.why });
  return undefined;
}

/** The day in a field; undefined where there is none. */
export function dateOf(draft: Draft, key: string, problems: Problem[]): number | undefined {
  const text = textOf(draft, key).trim();
  if (text === '') return undefined;
  const day = dayFromIso(text);
  if (day === undefined) problems.push({ path: key, message: `“${text}” is no date; write YYYY-MM-DD.` });
  return day;
}

/** Sets a value at a path of keys. */
export function put(json: Json, path: readonly string[], value: unknown): void {
  const [key = '', ...rest] = path;
  if (rest.length === 0) {
    json[key] = value;
    return;
  }
  if (typeof json[key] !== 'object' || json[key] === null) json[key] = {};
  put(json[key] as Json, rest, value);
}

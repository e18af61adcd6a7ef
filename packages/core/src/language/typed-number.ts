// A number as people type it: the one reading of it for every field.

/** What a text says: one number, two that it may mean, or none, with why. */
export type TypedNumber =
  | { readonly kind: 'one'; readonly value: number }
  | { readonly kind: 'either'; readonly values: readonly [number, number] }
  | { readonly kind: 'none'; readonly why: string };

/** Stands behind a text that is kept and may mean two numbers. */
const ASKED = '?';

/** What may stand behind a number, and how many times as much it then is. */
const TIMES: Readonly<Record<string, number>> = { '': 1, k: 1e3, m: 1e6, bn: 1e9 };

/** A sign, the number itself, a word of how many times, and a per cent. */
const PARTS = /^([-+]?)\s*(.*?)\s*(k|m|bn)?\s*(%?)$/i;

const PLAIN = /^(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i;
/** Thousands set apart by commas, spaces or apostrophes; decimals behind a point. */
const GROUPED = /^[1-9]\d{0,2}(?:(?:,\d{3})+|(?: \d{3})+|(?:'\d{3})+)(?:\.\d*)?$/;
/** Decimals behind a comma, thousands set apart by points, spaces or apostrophes. */
const COMMA = /^(?:\d+|\d{1,3}(?:(?:\.\d{3})+|(?: \d{3})+|(?:'\d{3})+))?,\d*$/;
/** Two groups and more behind points: no decimals look like that. */
const POINTS = /^[1-9]\d{0,2}(?:\.\d{3}){2,}$/;
/** Decimals for one who writes points before them, a thousand for one who sets thousands apart by points. */
const POINT_OR_GROUP = /^[1-9]\d{0,2}\.\d{3}$/;

/** The number that the digits mean; NaN where they mean none. */
function valueOf(digits: string): number {
  if (PLAIN.test(digits)) return Number(digits);
  if (GROUPED.test(digits)) return Number(digits.replace(/[, ']/g, ''));
  if (POINTS.test(digits)) return Number(digits.replaceAll('.', ''));
  if (COMMA.test(digits) && /\d/.test(digits)) return Number(digits.replace(/[. ']/g, '').replace(',', '.'));
  return Number.NaN;
}

/** Reads what was typed into a field. @throws never; an empty text is no number */
export function readTyped(text: string): TypedNumber {
  const plain = text
    .trim()
    .replace(/[−–]/g, '-')
    .replace(/[\u00a0\u2009\u202f]/g, ' ')
    .replace(/’/g, "'");
  if (plain.endsWith(ASKED)) return readTyped(plain.slice(0, -ASKED.length));
  const [, sign, digits = '', unit = ''] = PARTS.exec(plain) ?? [];
  const times = TIMES[unit.toLowerCase()] ?? 1;
  const scaled = (value: number): number => {
    // Without the dust of a decimal fraction times a power of ten; and 0 has no sign.
    const size = times === 1 ? value : Number((value * times).toPrecision(15));
    return sign === '-' ? 0 - size : size;
  };
  const value = scaled(valueOf(digits));
  if (Number.isNaN(value))
    return { kind: 'none', why: `“${text.trim()}” is no number; write one such as 1.5, 10,000 or 10k.` };
  if (!Number.isFinite(value)) return { kind: 'none', why: `“${text.trim()}” is too large.` };
  if (POINT_OR_GROUP.test(digits))
    return { kind: 'either', values: [value, scaled(Number(digits.replace('.', '')))] };
  return { kind: 'one', value };
}

/** What is kept of a typed text: digits with a point where it is a number, otherwise the text, marked where it may mean two. */
export function keptOf(text: string): string {
  if (text.trim() === '') return '';
  const read = readTyped(text);
  if (read.kind === 'one') return String(read.value);
  return read.kind === 'either' && !text.endsWith(ASKED) ? `${text.trim()}${ASKED}` : text;
}

/** The number that a kept text is, or why it is none. */
export function readKept(text: string): Exclude<TypedNumber, { kind: 'either' }> {
  const read = readTyped(text);
  if (read.kind !== 'either') return read;
  const [decimal, thousands] = read.values;
  if (!text.trim().endsWith(ASKED)) return { kind: 'one', value: decimal };
  const asked = text.trim().slice(0, -ASKED.length);
  return {
    kind: 'none',
    why: `“${asked}” may mean ${decimal} or ${thousands.toLocaleString('en')}; write it as one of them.`,
  };
}

// How numbers, money, days and counts are written: the only place that formats one. A dash where undefined, a true minus sign.

import { type FigureKind, isoFromDay } from '@plateau/core';

const DASH = '–';
/** A number so small that none of it is left has no sign. */
const signed = (text: string): string => text.replace('-', /[1-9]/.test(text) ? '−' : '');
const english = (options: Intl.NumberFormatOptions) => {
  const { format } = new Intl.NumberFormat('en', options);
  return (value: number): string => (Number.isFinite(value) ? signed(format(value)) : DASH);
};

export function percent(value: number, digits = 1): string {
  return Number.isFinite(value) ? `${signed((100 * value).toFixed(digits))}%` : DASH;
}

export function ratio(value: number, digits = 2): string {
  return Number.isFinite(value) ? signed(value.toFixed(digits)) : DASH;
}

const whole = english({ maximumFractionDigits: 0 });

/** A sum in the account's money, without cents. */
export const money = whole;
export const price = english({ minimumFractionDigits: 2, maximumFractionDigits: 2 });
/** A price or a measure as its size needs it. */
export const plainNumber = english({ maximumSignificantDigits: 6 });
/** A number in full to four decimals, as a table on paper has it. */
export const exact = english({ maximumFractionDigits: 4 });
/** A chance: what three digits cannot hold is said to be below them. */
export const chance = (p: number): string => (p < 0.001 ? 'below 0.001' : ratio(p, 3));

/** A number as it was set, with all its digits. */
export const everyDigit = english({ maximumFractionDigits: 20 });
/** @example 1.2M */
export const short = english({ notation: 'compact', maximumFractionDigits: 1 });
/** Shares, of which a part may be held. */
export const shares = english({ maximumFractionDigits: 3 });

/** Nouns whose plural is not their singular and an s. */
const PLURALS: Readonly<Record<string, string>> = { entry: 'entries', copy: 'copies', study: 'studies' };

/** A count, with its noun where one is given. @example 1 share, 2 shares */
export function count(number: number, noun?: string): string {
  const text = whole(number);
  if (noun === undefined) return text;
  return `${text} ${number === 1 ? noun : (PLURALS[noun] ?? `${noun}s`)}`;
}

/** @example 38 MB */
export function bytes(size: number): string {
  if (size < 1e5) return `${(size / 1e3).toFixed(1)} kB`;
  return size > 2e9 ? `${(size / 1e9).toFixed(1)} GB` : `${(size / 1e6).toFixed(size < 1e7 ? 1 : 0)} MB`;
}

const dayAndTime = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
  second: '2-digit',
});

/** @param at milliseconds since 1970 @example 3 Feb, 14:05:09 */
export function moment(at: number): string {
  return dayAndTime.format(at);
}

const wholeDay = new Intl.DateTimeFormat('en-GB', {
  weekday: 'long',
  day: 'numeric',
  month: 'long',
  year: 'numeric',
});

/** @example Wednesday 17 June 2015 */
export function dayInWords(date: Date): string {
  return wholeDay.format(date).replace(',', '');
}

const MS_A_DAY = 86_400_000;
// American months are three letters, all of them.
const monthName = new Intl.DateTimeFormat('en-US', { timeZone: 'UTC', month: 'short' });

/** @param day since 1970 @example 3 Feb */
export function dayAndMonth(day: number): string {
  return `${new Date(day * MS_A_DAY).getUTCDate()} ${monthName.format(day * MS_A_DAY)}`;
}

/** @param day since 1970 @example Feb 20 */
export function monthAndYear(day: number): string {
  return `${monthName.format(day * MS_A_DAY)} ${isoFromDay(day).slice(2, 4)}`;
}

const isoDay = new Intl.DateTimeFormat('sv', { year: 'numeric', month: '2-digit', day: '2-digit' });

/** The day of a moment where the trader is, as YYYY-MM-DD. @param at milliseconds since 1970 */
export function dayOfMoment(at: number): string {
  return isoDay.format(at);
}

const WRITTEN: Readonly<Record<FigureKind, (value: number) => string>> = {
  percent: (value) => percent(value),
  'fine-percent': (value) => percent(value, Math.abs(value) < 0.001 ? 4 : 2),
  ratio: (value) => ratio(value),
  money,
  price,
  shares,
  count: (value) => count(value),
  days: (value) => (Number.isFinite(value) ? `${count(value)} d` : DASH),
  day: (value) => (Number.isFinite(value) ? isoFromDay(value) : DASH),
};

/** A figure as its kind is written. */
export function written(value: number, kind: FigureKind): string {
  return WRITTEN[kind](value);
}

const words = new Intl.Collator('en', { numeric: true });

/** Below 0 where word a stands before b in a list: I2 before I10. */
export const compareWords = (a: string, b: string): number => words.compare(a, b);

const MOST_NAMED = 40;

/** Names one after the other: the first, and how many more there are. */
export const someOf = (names: readonly string[]): string =>
  names.length <= MOST_NAMED
    ? names.join(', ')
    : `${names.slice(0, MOST_NAMED).join(', ')} and ${count(names.length - MOST_NAMED)} more`;

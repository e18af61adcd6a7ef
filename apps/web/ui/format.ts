// How figures are written: a dash where undefined, a true minus sign.

import { type FigureKind, isoFromDay } from '@plateau/core';

const DASH = '–';
const signed = (text: string): string => text.replace('-', '−');

export function percent(value: number, digits = 1): string {
  return Number.isFinite(value) ? `${signed((100 * value).toFixed(digits))}%` : DASH;
}

export function ratio(value: number, digits = 2): string {
  return Number.isFinite(value) ? signed(value.toFixed(digits)) : DASH;
}

const whole = new Intl.NumberFormat('en', { maximumFractionDigits: 0 });
const shares = new Intl.NumberFormat('en', { maximumFractionDigits: 3 });
const cents = new Intl.NumberFormat('en', { minimumFractionDigits: 2, maximumFractionDigits: 2 });

export function money(value: number): string {
  return Number.isFinite(value) ? signed(whole.format(value)) : DASH;
}

export function price(value: number): string {
  return Number.isFinite(value) ? cents.format(value) : DASH;
}

export function count(value: number): string {
  return Number.isFinite(value) ? whole.format(value) : DASH;
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

const WRITTEN: Readonly<Record<FigureKind, (value: number) => string>> = {
  percent: (value) => percent(value),
  'fine-percent': (value) => percent(value, Math.abs(value) < 0.001 ? 4 : 2),
  ratio: (value) => ratio(value),
  money,
  price,
  shares: (value) => (Number.isFinite(value) ? shares.format(value) : DASH),
  count,
  days: (value) => (Number.isFinite(value) ? `${count(value)} d` : DASH),
  day: (value) => (Number.isFinite(value) ? isoFromDay(value) : DASH),
};

/** A figure as its kind is written. */
export function written(value: number, kind: FigureKind): string {
  return WRITTEN[kind](value);
}

// Calendar days as whole numbers, and the civil dates, weeks and months they stand for.

/** A calendar day: days since 1970-01-01, a whole number. */
export type Day = number;

const EPOCH_TO_YEAR_0 = 719468; // days from 0000-03-01 to 1970-01-01

/**
 * The day of a civil date (proleptic Gregorian). Month and day count from 1; they are not range-checked.
 * Source: the days-from-civil algorithm on 400-year eras.
 */
export function dayFromCivil(year: number, month: number, date: number): Day {
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const yearOfEra = y - era * 400;
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + date - 1;
  const dayOfEra = yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear;
  return era * 146097 + dayOfEra - EPOCH_TO_YEAR_0;
}

export interface Civil {
  readonly year: number;
  /** 1 to 12 */
  readonly month: number;
  /** 1 to 31 */
  readonly date: number;
}

/** The civil date of a day; the inverse of {@link dayFromCivil}. */
export function civilFromDay(day: Day): Civil {
  const z = day + EPOCH_TO_YEAR_0;
  const era = Math.floor(z / 146097);
  const dayOfEra = z - era * 146097;
  const yearOfEra = Math.floor(
    (dayOfEra - Math.floor(dayOfEra / 1460) + Math.floor(dayOfEra / 36524) - Math.floor(dayOfEra / 146096)) /
      365,
  );
  const dayOfYear = dayOfEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const shifted = Math.floor((5 * dayOfYear + 2) / 153);
  const date = dayOfYear - Math.floor((153 * shifted + 2) / 5) + 1;
  const month = shifted < 10 ? shifted + 3 : shifted - 9;
  const year = yearOfEra + era * 400 + (month <= 2 ? 1 : 0);
  return { year, month, date };
}

/**
 * Reads YYYY-MM-DD; undefined when the text is no such date (2023-02-30 is none).
 * @example dayFromIso('1970-01-02') // 1
 */
export function dayFromIso(text: string): Day | undefined {
  if (text.length !== 10 || text[4] !== '-' || text[7] !== '-') return undefined;
  let digits = 0;
  for (let k = 0; k < 10; k++) {
    if (k === 4 || k === 7) continue;
    const digit = text.charCodeAt(k) - 48;
    if (!(digit >= 0 && digit <= 9)) return undefined;
    digits = digits * 10 + digit;
  }
  const date = digits % 100;
  const month = Math.floor(digits / 100) % 100;
  const day = dayFromCivil(Math.floor(digits / 10000), month, date);
  if (month >= 1 && month <= 12 && date >= 1 && date <= 28) return day;
  const back = civilFromDay(day);
  return back.month === month && back.date === date ? day : undefined;
}

/** YYYY-MM-DD. @example isoFromDay(1) // '1970-01-02' */
export function isoFromDay(day: Day): string {
  const known = isoDays.get(day);
  if (known !== undefined) return known;
  const { year, month, date } = civilFromDay(day);
  const text = `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(date).padStart(2, '0')}`;
  if (isoDays.size < MOST_ISO_DAYS) isoDays.set(day, text);
  return text;
}

/** Instruments have much the same days, and whole markets are written: each day's text is made once. */
const isoDays = new Map<Day, string>();
const MOST_ISO_DAYS = 40_000;

/** Monday = 1 … Sunday = 7. */
export function weekdayOf(day: Day): number {
  return ((((day + 3) % 7) + 7) % 7) + 1;
}

/** How many Mondays to Fridays lie before a day, counted from one and the same Monday. */
export function weekdaysBefore(day: Day): number {
  const week = weekOf(day);
  return 5 * week + Math.min(day - weekBegins(week), 5);
}

/** A number shared by exactly the days of one ISO week (Monday to Sunday), rising by 1 a week. */
export function weekOf(day: Day): number {
  return Math.floor((day + 3) / 7);
}

/** A number shared by exactly the days of one calendar month, rising by 1 a month: year * 12 + month - 1. */
export function monthOf(day: Day): number {
  const { year, month } = civilFromDay(day);
  return year * 12 + month - 1;
}

/** The first day of a month, by the number that {@link monthOf} gives its days. */
export function monthBegins(month: number): Day {
  return dayFromCivil(Math.floor(month / 12), (((month % 12) + 12) % 12) + 1, 1);
}

/** The Monday of an ISO week, by the number that {@link weekOf} gives its days. */
export function weekBegins(week: number): Day {
  return 7 * week - 3;
}

export function yearOf(day: Day): number {
  return civilFromDay(day).year;
}

/** January 1 of a year. */
export function yearBegins(year: number): Day {
  return dayFromCivil(year, 1, 1);
}

/** The first Monday-to-Friday day after `day`. */
export function nextWeekday(day: Day): Day {
  let next = day + 1;
  while (weekdayOf(next) > 5) next++;
  return next;
}

/** The same date some months later; where that month lacks the date, its last. */
export function addMonths(day: Day, months: number): Day {
  const { year, month, date } = civilFromDay(day);
  const count = year * 12 + month - 1 + months;
  return Math.min(monthBegins(count) + date - 1, monthBegins(count + 1) - 1);
}

// Dates as a calendar file. Source: RFC 5545, iCalendar.

import { type Day, isoFromDay, utf8 } from '@plateau/core';

export interface CalendarEntry {
  /** the same for the same entry, so that a calendar that reads it again has it once */
  readonly id: string;
  readonly day: Day;
  readonly title: string;
  readonly about: string;
}

/** Bytes of a line; what is longer goes on in the next one, behind a space. */
const LINE = 74;

/** Whole-day entries, in the order given. @param made milliseconds since 1970 */
export function calendarFile(entries: readonly CalendarEntry[], made: number): string {
  const stamp = `${new Date(made).toISOString().slice(0, 19).replace(/[-:]/g, '')}Z`;
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Plateau//Follow//EN',
    ...entries.flatMap(({ id, day, title, about }) => [
      'BEGIN:VEVENT',
      `UID:${written(id)}@plateau`,
      `DTSTAMP:${stamp}`,
      `DTSTART;VALUE=DATE:${isoFromDay(day).replace(/-/g, '')}`,
      `DTEND;VALUE=DATE:${isoFromDay(day + 1).replace(/-/g, '')}`,
      `SUMMARY:${written(title)}`,
      `DESCRIPTION:${written(about)}`,
      'END:VEVENT',
    ]),
    'END:VCALENDAR',
  ];
  return `${lines.map(folded).join('\r\n')}\r\n`;
}

const written = (text: string): string =>
  text.replace(/[\\;,]/g, (sign) => `\\${sign}`).replace(/\r?\n/g, '\\n');

function folded(line: string): string {
  const parts: string[] = [];
  let part = '';
  let bytes = 0;
  for (const character of line) {
    const size = utf8(character).length;
    if (bytes + size > LINE) {
      parts.push(part);
      part = ' ';
      bytes = 1;
    }
    part += character;
    bytes += size;
  }
  return [...parts, part].join('\r\n');
}

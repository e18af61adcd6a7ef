// What the last run read, put down so that the next page can begin to read it before it knows what it will run.

import Joi from 'joi';

const KEY = 'plateau last needed';
const schema = Joi.array().items(Joi.string()).required();

let down: string | undefined;

/** A full or forbidden place to put it down only makes the next page slower. */
export function putDownNeeded(symbols: ReadonlySet<string>): void {
  const text = JSON.stringify([...symbols]);
  if (text === down) return;
  down = text;
  try {
    localStorage.setItem(KEY, text);
  } catch {}
}

/** A guess: it may name what is not there any more. */
export function lastNeeded(): ReadonlySet<string> {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
    return new Set(schema.validate(read, { convert: false }).error ? [] : (read as string[]));
  } catch {
    return new Set();
  }
}

// What a change of one setting brings with it in others.

import { type Draft, textOf } from './sheet.ts';

/** The other settings that change when one is set. @param draft as it is before */
export function followUps(draft: Draft, key: string, text: string): Draft {
  if (key === 'long.rotate') return slotsOf(draft, text === 'on');
  if (key === 'size.method') return firstPercent(draft, text);
  if (key === 'sides') return emptyShort(draft, text);
  return {};
}

/** What rotates holds so many as it says: slots beside it would say it twice. One that rotates no more has as many as it held. */
function slotsOf(draft: Draft, rotates: boolean): Draft {
  if (rotates) return { 'limits.positions': '' };
  const said = textOf(draft, 'limits.positions').trim() !== '';
  return said ? {} : { 'limits.positions': textOf(draft, 'long.rotate.hold') };
}

/** The percent that a size begins with, while it is that of another: a tenth of the account is no risk to take. */
function firstPercent(draft: Draft, method: string): Draft {
  const [whole, risk] = ['10', '1'];
  const text = textOf(draft, 'size.percent').trim();
  if (text !== whole && text !== risk) return {};
  return { 'size.percent': method === 'percent-of-equity' ? whole : risk };
}

/** A short side that nobody has written has no rules. */
function emptyShort(draft: Draft, sides: string): Draft {
  return sides === 'long' || draft['short.enter'] !== undefined
    ? {}
    : { 'short.enter': '', 'short.exit': '' };
}

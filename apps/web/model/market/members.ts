// Members of a universe: from pasted symbols, or from what instruments are.

import { type Membership, readKept, type Universe } from '@plateau/core';
import type { StoredListing } from '../rows.ts';
import type { InstrumentQuality } from './quality.ts';

const member = ({ symbol, group }: StoredListing): Membership => ({ symbol, group });

/** Symbols in any form and case; what the market does not have is told apart. */
export function membersFrom(
  pasted: string,
  listings: readonly StoredListing[],
): { members: Universe; unknown: string[] } {
  const bySymbol = new Map(listings.map((listing) => [listing.symbol.toLowerCase(), listing]));
  const words = [...new Set(pasted.split(/[\s,;|"']+/).filter((word) => word !== ''))];
  const known = words.map((word) => bySymbol.get(word.toLowerCase()));
  return {
    members: known.filter((listing) => listing !== undefined).map(member),
    unknown: words.filter((_word, k) => known[k] === undefined),
  };
}

/** What an instrument must be; numbers as they are typed, nothing where any will do. */
export interface Filter {
  readonly kind: string;
  readonly group: string;
  readonly price: string;
  readonly traded: string;
  readonly years: string;
}

export const NO_FILTER: Filter = { kind: '', group: '', price: '', traded: '', years: '' };

/** @param measures instruments without them pass no number that is asked for */
export function filtered(
  listings: readonly StoredListing[],
  measures: ReadonlyMap<string, InstrumentQuality> | undefined,
  { kind, group, ...least }: Filter,
): Universe {
  const asked = (['price', 'traded', 'years'] as const).flatMap((key) => {
    if (least[key].trim() === '') return [];
    const read = readKept(least[key]);
    // What is no number lets nothing pass; its field says why.
    return [{ key, least: read.kind === 'one' ? read.value : Infinity }];
  });
  return listings
    .filter((listing) => {
      const its = measures?.get(listing.symbol);
      return (
        (kind === '' || listing.kind === kind) &&
        (group === '' || listing.group === group) &&
        asked.every((one) => one.least <= 0 || (its !== undefined && its[one.key] >= one.least))
      );
    })
    .map(member);
}

/** Whether it says when its members came or went; without that it holds only what is known today. */
export function isDated(members: Universe): boolean {
  return members.some(({ from, to }) => from !== undefined || to !== undefined);
}

/**
 * Changes one spell of membership, wherever it stands in the list by now. A spell that is not as it was seen, for it was changed a
 * moment ago, is known by being the same in line of its symbol's.
 * @param seen the members it was seen among
 * @param change gives undefined for a spell that goes
 * @throws with a sentence when the spell is not there any more, or would end before it begins
 */
export function changeSpell(
  now: Universe,
  seen: Universe,
  spell: Membership,
  change: (its: Membership) => Membership | undefined,
): Universe {
  const place = placeOf(now, seen, spell);
  const before = now[place];
  if (!before) throw new Error(`${spell.symbol} is no member any more`);
  const after = change(before);
  if (!after) return now.toSpliced(place, 1);
  if (after.from !== undefined && after.to !== undefined && after.from > after.to)
    throw new Error(`${spell.symbol} cannot leave the universe before it joins`);
  return now.with(place, tidy(after));
}

function placeOf(now: Universe, seen: Universe, spell: Membership): number {
  const asSeen = now.findIndex((one) => isSame(one, spell));
  if (asSeen >= 0) return asSeen;
  const ofSymbol = (one: Membership): boolean => one.symbol === spell.symbol;
  const before = seen.filter(ofSymbol);
  const places = now.flatMap((one, place) => (ofSymbol(one) ? [place] : []));
  // Where one has gone since, the same in line may be another.
  return places.length === before.length ? (places[before.findIndex((one) => isSame(one, spell))] ?? -1) : -1;
}

function isSame(a: Membership, b: Membership): boolean {
  return a.symbol === b.symbol && a.from === b.from && a.to === b.to && a.group === b.group;
}

/** Without the keys that hold nothing. */
function tidy({ symbol, from, to, group }: Membership): Membership {
  return {
    symbol,
    ...(from === undefined ? {} : { from }),
    ...(to === undefined ? {} : { to }),
    ...(group ? { group } : {}),
  };
}

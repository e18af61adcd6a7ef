// A universe that is being made, in one of four ways, each kept as it stands while another is looked at.

import { type Combination, combine, type Universe } from '@plateau/core';
import { readUniverseCsv } from '@plateau/files';
import type { StoredListing, StoredUniverse } from '../rows.ts';
import { type Filter, filtered, membersFrom, NO_FILTER } from './members.ts';
import type { InstrumentQuality } from './quality.ts';

export type Way = 'filter' | 'paste' | 'file' | 'combine';

/** What was read of a universe file. */
interface ReadFile {
  readonly name: string;
  readonly members: Universe;
  readonly problems: readonly string[];
}

export interface NewUniverse {
  readonly way: Way;
  readonly filter: Filter;
  readonly pasted: string;
  readonly file: ReadFile | undefined;
  /** ids of universes */
  readonly first: string;
  readonly how: Combination;
  readonly second: string;
}

export function newUniverse(universes: readonly StoredUniverse[]): NewUniverse {
  return {
    way: 'filter',
    filter: NO_FILTER,
    pasted: '',
    file: undefined,
    first: universes[0]?.id ?? '',
    how: 'and',
    second: universes[1]?.id ?? '',
  };
}

/** The text of a universe file, its faults told with their lines. */
export function readUniverse(text: string, name: string): ReadFile {
  const read = readUniverseCsv(text, name);
  if (read.ok) return { name, members: read.value, problems: [] };
  const problems = read.problems.map(({ line, message }) => (line ? `line ${line}: ${message}` : message));
  return { name, members: [], problems };
}

export interface MarketOf {
  readonly listings: readonly StoredListing[];
  /** the instruments now in the list, which a filter chooses from */
  readonly listed: readonly StoredListing[];
  readonly universes: readonly StoredUniverse[];
  readonly quality: ReadonlyMap<string, InstrumentQuality> | undefined;
}

/** The members it would have, and symbols that the market does not have. */
export function membersOf(
  { way, filter, pasted, file, first, how, second }: NewUniverse,
  { listings, listed, universes, quality }: MarketOf,
): { readonly members: Universe; readonly unknown: readonly string[] } {
  const its = (id: string): Universe => universes.find((universe) => universe.id === id)?.members ?? [];
  switch (way) {
    case 'filter':
      return { members: filtered(listed, quality, filter), unknown: [] };
    case 'paste':
      return membersFrom(pasted, listings);
    case 'combine':
      return { members: combine(its(first), how, its(second)), unknown: [] };
    case 'file': {
      const known = new Set(listings.map(({ symbol }) => symbol));
      const members = file?.members ?? [];
      const symbols = members.map(({ symbol }) => symbol);
      return {
        members: members.filter(({ symbol }) => known.has(symbol)),
        unknown: [...new Set(symbols.filter((symbol) => !known.has(symbol)))],
      };
    }
  }
}

// The whole Skerry market from its seed: companies, funds, index, gauges.

import type { Bars, Universe } from '@plateau/core';
import { barsFrom, basketReturns, chooseMembers, type Held, type Listed, ownReturns } from './baskets.ts';
import { sessionsSince } from './calendar.ts';
import { drawCompany, type Fate } from './company.ts';
import { drawFactors } from './factors.ts';
import { exchangeTraded, islands, roots, sectors } from './names.ts';
import { createNoise, type Noise } from './noise.ts';

/** All of the exchange, or a small part of it for a quick look and for tests. */
export type MarketSize = 'full' | 'small';

interface Extent {
  readonly seed: number;
  readonly firstYear: number;
  /** places in the list of roots */
  readonly companies: readonly number[];
  readonly indexSize: number;
  readonly hasFund: (symbol: string) => boolean;
}

const SMALL_FUNDS: readonly string[] = ['SKALL', 'SKEQL', 'SECPS', 'ISLE1', 'BONDL', 'RAWKA'];

const EXTENTS: Readonly<Record<MarketSize, Extent>> = {
  full: {
    seed: 602_409,
    firstYear: 2005,
    companies: Array.from({ length: 140 }, (_x, k) => k),
    indexSize: 60,
    hasFund: () => true,
  },
  // One or two companies a sector, but five of tide power, so that a group has pairs.
  small: {
    seed: 602_472,
    firstYear: 2018,
    companies: [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 13, 14, 15, 16, 17, 18, 19, 22, 52, 62, 95, 102],
    indexSize: 12,
    hasFund: (symbol) => SMALL_FUNDS.includes(symbol),
  },
};

export type Kind = 'stock' | 'fund' | 'index' | 'gauge';

export interface Listing {
  readonly symbol: string;
  readonly name: string;
  readonly kind: Kind;
  /** a stock's sector, a fund's heading */
  readonly group: string;
  readonly island?: string;
}

export interface NamedUniverse {
  readonly id: string;
  readonly name: string;
  readonly members: Universe;
}

export interface SkerryMarket {
  readonly listings: readonly Listing[];
  readonly bars: ReadonlyMap<string, Bars>;
  readonly universes: readonly NamedUniverse[];
}

interface Draft {
  readonly extent: Extent;
  readonly calendar: Int32Array;
  readonly factors: ReturnType<typeof drawFactors>;
  readonly listings: Listing[];
  readonly bars: Map<string, Bars>;
}

function add({ listings, bars }: Draft, listing: Listing, its: Bars): void {
  listings.push(listing);
  bars.set(listing.symbol, its);
}

/** Pure and seeded: the same bars to the last cent on every machine. */
export function createSkerryMarket(size: MarketSize = 'full'): SkerryMarket {
  const extent = EXTENTS[size];
  const { seed } = extent;
  const calendar = sessionsSince(extent.firstYear);
  const factors = drawFactors(createNoise(seed), calendar.length, sectors.length);
  const draft: Draft = { extent, calendar, factors, listings: [], bars: new Map() };
  const companies = addCompanies(draft);
  const groupOf = new Map(draft.listings.map(({ symbol, group }) => [symbol, group]));
  const index = chooseMembers(companies, calendar, extent.indexSize, (symbol) => groupOf.get(symbol) ?? '');
  const indexBasket = basketReturns(calendar.length, index.held, 'by value');
  const indexBars = barsFrom(indexBasket, calendar, 0, 1000, 0, () => 0);
  add(draft, { ...exchangeTraded.index, kind: 'index', group: 'Index' }, indexBars);
  // One stream of chance for all that follows: each fund depends on those before it.
  const noise = createNoise(seed + 1);
  addFunds(draft, noise, companies, index.held, indexBasket);
  const { volatility, bill } = exchangeTraded;
  add(
    draft,
    { ...volatility, kind: 'gauge', group: 'Gauges' },
    gauge(calendar, swell(indexBars.close, noise)),
  );
  add(draft, { ...bill, kind: 'gauge', group: 'Gauges' }, gauge(calendar, factors.billRate));
  return {
    listings: draft.listings,
    bars: draft.bars,
    universes: [
      { id: 'skerry-stocks', name: 'Skerry stocks', members: datedMembers(draft, 'stock') },
      { id: 'skerry-60', name: 'Skerry 60, dated', members: index.spells },
      { id: 'skerry-funds', name: 'Skerry funds', members: datedMembers(draft, 'fund') },
    ],
  };
}

function addCompanies(draft: Draft): Listed[] {
  const { calendar, factors } = draft;
  const { seed, companies } = draft.extent;
  return companies.map((k): Listed => {
    const noise = createNoise(seed * 31 + 7919 * (k + 1));
    const sector = k % sectors.length;
    const { name: group, letter, businesses } = sectors[sector]!;
    const root = roots[k]!;
    const symbol = root.slice(0, 4).toUpperCase() + letter;
    const life = { sector, ...drawLife(noise, calendar.length) };
    const { bars, shares } = drawCompany(noise, life, factors, calendar);
    const island = noise.pick(islands);
    const name = `${root} ${noise.pick(businesses)}`;
    add(draft, { symbol, name, kind: 'stock', group, island }, bars);
    return { symbol, bars, shares, first: life.first };
  });
}

type Basket = ReturnType<typeof basketReturns>;

/** Funds on the index, sectors and islands, and on what is no company. */
function addFunds(
  draft: Draft,
  noise: Noise,
  companies: readonly Listed[],
  members: readonly Held[],
  indexBasket: Basket,
): void {
  const { extent, calendar, listings } = draft;
  const count = calendar.length;
  const all: readonly Held[] = companies.map((company) => ({ company }));
  const groupOf = new Map(listings.map((l) => [l.symbol, l.group]));
  const islandOf = new Map(listings.map((l) => [l.symbol, l.island]));
  const fund = (symbol: string, name: string, group: string, fee: number, basket: Basket): void => {
    if (!extent.hasFund(symbol)) return;
    const latest = Math.min(1500, 0.3 * count);
    const first = symbol === 'SKALL' ? 0 : Math.floor(noise.uniform() * noise.uniform() * latest);
    const busy = 40_000 * noise.spread(0.9);
    const start = 20 + 60 * noise.uniform();
    const volume = (): number => 100 * Math.round((busy / 100) * noise.spread(0.5) + 1);
    add(draft, { symbol, name, kind: 'fund', group }, barsFrom(basket, calendar, first, start, fee, volume));
  };
  const indexFund = (symbol: string, name: string, fee: number, basket: Basket): void =>
    fund(symbol, name, 'Index funds', fee, basket);
  indexFund('SKALL', 'All Skerry 60 Fund', 0.08, indexBasket);
  indexFund('SKEQL', 'Level Skerry 60 Fund', 0.2, basketReturns(count, members, 'equally'));
  indexFund('SKWID', 'Wide Skerry Fund', 0.15, basketReturns(count, all, 'by value'));
  indexFund('SKSML', 'Small Skerry Fund', 0.35, basketReturns(count, outside(members), 'equally'));
  sectors.forEach((sector) => {
    const held = all.filter(({ company }) => groupOf.get(company.symbol) === sector.name);
    const basket = basketReturns(count, held, 'by value');
    fund(`SEC${sector.letter}S`, `${sector.name} Fund`, 'Sector funds', 0.4, basket);
  });
  islands.forEach((island, k) => {
    const held = all.filter(({ company }) => islandOf.get(company.symbol) === island);
    const basket = basketReturns(count, held, 'equally');
    fund(`ISLE${k + 1}`, `${island} Fund`, 'Island funds', 0.5, basket);
  });
  for (const [symbol, name, group, drift, deviation] of OWN_WAYS) {
    fund(symbol, name, group, 0.3, ownReturns(noise, count, drift, deviation));
  }
}

/** Funds that follow nothing but themselves, with their daily drift and deviation. */
const OWN_WAYS: readonly (readonly [
  symbol: string,
  name: string,
  group: string,
  drift: number,
  deviation: number,
])[] = [
  ['BONDS', 'Short Isles Bond Fund', 'Bond funds', 0.00009, 0.0008],
  ['BONDM', 'Middle Isles Bond Fund', 'Bond funds', 0.00012, 0.0026],
  ['BONDL', 'Long Isles Bond Fund', 'Bond funds', 0.00014, 0.0062],
  ['BONDH', 'Harbour Loans Fund', 'Bond funds', 0.00016, 0.0046],
  ['RAWKA', 'Kelp Ash', 'Raw materials', 0.00004, 0.0135],
  ['RAWSL', 'Roofing Slate', 'Raw materials', 0.00002, 0.0112],
  ['RAWSI', 'Ternholm Silver', 'Raw materials', 0.00012, 0.0125],
  ['RAWOI', 'Whelk Oil', 'Raw materials', 0.00001, 0.0198],
  ['RAWBA', 'Six-row Barley', 'Raw materials', 0.00002, 0.0142],
  ['RAWSA', 'Sea Salt', 'Raw materials', 0.00005, 0.0101],
];

/** Everything of a kind, with the days on which it came and went. */
function datedMembers({ listings, bars, calendar }: Draft, kind: Kind): Universe {
  const today = calendar[calendar.length - 1]!;
  return listings
    .filter((l) => l.kind === kind)
    .map(({ symbol, group }) => {
      const { day } = bars.get(symbol) as Bars;
      const last = day[day.length - 1]!;
      return { symbol, from: day[0], ...(last < today ? { to: last } : {}), group };
    });
}

/** Two in three are there from the start; one in ten fails, one in twelve is taken over. */
function drawLife(noise: Noise, sessionCount: number): { first: number; last: number; fate: Fate } {
  const late = noise.uniform() < 0.34;
  const first = late ? Math.floor(250 + noise.uniform() * (sessionCount - 1600)) : 0;
  const chance = noise.uniform();
  const fate: Fate = chance < 0.1 ? 'fails' : chance < 0.19 ? 'taken over' : 'lives';
  const last =
    fate === 'lives'
      ? sessionCount - 1
      : Math.min(sessionCount - 30, first + 700 + Math.floor(noise.uniform() * (sessionCount - first - 730)));
  return { first, last, fate };
}

function outside(members: readonly Held[]): Held[] {
  return members.map(({ company, into }) => ({
    company,
    ...(into ? { into: into.map((held) => 1 - held) } : {}),
  }));
}

/** The volatility gauge: what options would cost, a little above the index's recent swings. */
function swell(close: Float64Array, noise: Noise): Float64Array {
  const out = new Float64Array(close.length);
  let variance = 0.0001;
  let mood = 0;
  for (let t = 0; t < close.length; t++) {
    const r = t === 0 ? 0 : close[t]! / close[t - 1]! - 1;
    variance += 0.07 * (r * r - variance);
    mood = 0.9 * mood + 0.03 * noise.normal();
    out[t] =
      Math.round(100 * Math.max(6, 100 * Math.sqrt(252 * variance) * 1.12 * (1 + mood) + 1.5 - 120 * r)) /
      100;
  }
  return out;
}

/** A value a day as bars whose four prices are the same. */
function gauge(calendar: Int32Array, value: Float64Array): Bars {
  return {
    day: calendar.slice(),
    open: value.slice(),
    high: value.slice(),
    low: value.slice(),
    close: value.slice(),
    volume: new Float64Array(value.length),
  };
}

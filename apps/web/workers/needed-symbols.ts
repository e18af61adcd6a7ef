// The instruments a run may read: only their bars are brought into memory, however many the store holds.

import { aloneAsked, type BlendAsked, type RunAsked, type Study, wordsIn } from '@plateau/core';
import { universesOf as universesOfStudy } from '@/model/studies/universes.ts';
import { database } from '@/store/database.ts';
import { readMembers } from '@/store/market/universes.ts';
import { onMarketChange } from '@/store/tabs.ts';

/** What may be asked of an engine: a run, a blend, a study. */
export type Asked = RunAsked | BlendAsked | { readonly study: Study };

/** The universes' members, the benchmark, and every listing that a strategy's texts, or a blend's parts, name. */
export async function neededSymbols(asked: Asked): Promise<Set<string>> {
  const symbols = await listedSymbols();
  const needed = new Set<string>();
  for (const universe of universesOf(asked)) {
    for (const symbol of await symbolsIn(universe)) needed.add(symbol);
  }
  for (const word of [...wordsIn(asked), ...benchmarksOf(asked)]) if (symbols.has(word)) needed.add(word);
  return needed;
}

const partsOf = (asked: BlendAsked): RunAsked[] =>
  asked.blend.parts.flatMap((part) => aloneAsked(asked, part) ?? []);

function universesOf(asked: Asked): string[] {
  if ('study' in asked) return universesOfStudy(asked.study);
  return 'blend' in asked ? [...new Set(partsOf(asked).map(({ universe }) => universe))] : [asked.universe];
}

/** A symbol may have signs in it that no word has. */
function benchmarksOf(asked: Asked): string[] {
  if ('study' in asked) return namedIn(asked.study);
  if (!('blend' in asked)) return [asked.request.benchmark];
  const held = asked.blend.parts.flatMap((part) => (part.kind === 'hold' ? [part.symbol] : []));
  return [asked.benchmark, ...held, ...partsOf(asked).map(({ request }) => request.benchmark)];
}

function namedIn(study: Study): string[] {
  const own =
    study.kind === 'pair' ? [study.y, study.x] : study.kind === 'edge' ? [study.instrument ?? ''] : [];
  const listed = 'axes' in study ? study.axes : [];
  const named = listed.flatMap((axis) =>
    'instruments' in axis ? axis.instruments : 'benchmarks' in axis ? axis.benchmarks : [],
  );
  return [study.benchmark, ...own, ...named];
}

/** What the store was asked since the market last changed: an edit of a rule need not ask it again. */
let listed: Promise<ReadonlySet<string>> | undefined;
const members = new Map<string, Promise<readonly string[]>>();
const forget = (): void => {
  listed = undefined;
  members.clear();
};
onMarketChange(forget);

/** What could not be read is asked for anew. */
async function orForget<T>(reading: PromiseLike<T>): Promise<T> {
  try {
    return await reading;
  } catch (error) {
    forget();
    throw error;
  }
}

/** Asks the store ahead of the first run. */
export function expectNeeded(): void {
  listedSymbols().catch(() => {});
}

function listedSymbols(): Promise<ReadonlySet<string>> {
  listed ??= orForget(database.listings.toCollection().primaryKeys()).then((keys) => new Set(keys));
  return listed;
}

function symbolsIn(universe: string): Promise<readonly string[]> {
  const known = members.get(universe);
  if (known) return known;
  const reading = orForget(readMembers(universe)).then((rows) => rows.map(({ symbol }) => symbol));
  members.set(universe, reading);
  return reading;
}

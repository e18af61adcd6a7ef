// What to doubt about a blend: of its parts, each named, and of the whole.

import { at } from '../numeric/at.ts';
import type { Marks, Trade } from '../simulation/records.ts';
import { type Caution, cautionsOf } from '../statistics/cautions.ts';
import type { Blend } from './blend.ts';

export interface BlendCaution {
  readonly caution: Caution;
  /** the parts it is told of; none where it is of the whole, or of all of them */
  readonly parts: readonly string[];
}

interface Mixed {
  readonly marks: Marks;
  readonly trades: readonly Trade[];
  readonly openTrades: readonly Trade[];
  readonly ambiguousBars: number;
}

/** These come from a part's own rules; the others of its cautions speak of an account that it does not have. */
const OF_A_PART: ReadonlySet<Caution['kind']> = new Set([
  'same-close',
  'no-costs',
  'undated-universe',
  'crumbs',
  'free-shorts',
]);
const OF_THE_WHOLE: ReadonlySet<Caution['kind']> = new Set([
  'either-way',
  'few-trades',
  'short-history',
  'idle-start',
  'tries',
]);

/**
 * @param undated universes that do not know when their members came and went
 * @param tries variants looked at before this one
 */
export function blendCautions(
  blend: Blend,
  { marks, trades, openTrades, ambiguousBars }: Mixed,
  undated: ReadonlySet<string>,
  tries: number,
): BlendCaution[] {
  const years = (at(marks.day, marks.day.length - 1) - at(marks.day, 0)) / 365.25;
  const strategies = blend.parts.flatMap((part, place) =>
    part.kind === 'strategy' ? [{ ...part, place }] : [],
  );
  const told = new Map<string, { caution: Caution; parts: string[] }>();
  for (const { name, place, strategy, universe } of strategies) {
    const own =
      blend.form === 'together' ? { ...strategy, account: blend.account, costs: blend.costs } : strategy;
    const found = cautionsOf({
      strategy: own,
      marks,
      trades: trades.filter(({ part }) => part === place),
      openTrades: openTrades.filter(({ part }) => part === place),
      ambiguousBars: 0,
      years,
      dated: !undated.has(universe),
      tries,
    });
    for (const caution of found.filter(({ kind }) => OF_A_PART.has(kind))) {
      const key = JSON.stringify(caution);
      const one = told.get(key) ?? { caution, parts: [] };
      one.parts.push(name);
      told.set(key, one);
    }
  }
  const [first] = strategies;
  if (!first) return [];
  const whole = cautionsOf({
    strategy: first.strategy,
    marks,
    trades,
    openTrades,
    ambiguousBars,
    years,
    dated: true,
    tries,
  }).filter(({ kind }) => OF_THE_WHOLE.has(kind));
  return [
    ...[...told.values()].map(({ caution, parts }) => ({
      caution,
      parts: parts.length === strategies.length ? [] : parts,
    })),
    ...whole.map((caution) => ({ caution, parts: [] })),
  ];
}

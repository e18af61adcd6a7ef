'use client';

import { at, type BlendAsked, type Caution, cautionsOf, type ShownBlend } from '@plateau/core';
import { useLiveQuery } from 'dexie-react-hooks';
import { memo, useMemo } from 'react';
import { isDated } from '@/model/market/members.ts';
import { CautionList, cautionWords } from '@/parts/cautions/cautions.tsx';
import { readMembers } from '@/store/market/universes.ts';

/** What is told of the blend as a whole; all else is of a part's own rules. */
const OF_THE_WHOLE: readonly Caution['kind'][] = ['few-trades', 'short-history', 'idle-start', 'tries'];
const OF_A_PART: readonly Caution['kind'][] = [
  'same-close',
  'no-costs',
  'undated-universe',
  'crumbs',
  'free-shorts',
  'either-way',
];

interface BlendCautionsProps {
  readonly run: ShownBlend;
  readonly asked: BlendAsked;
  readonly tries: number;
}

/** What to doubt about a blend: of its parts, each named, and of the whole. */
export const BlendCautions = memo(function BlendCautions({ run, asked, tries }: BlendCautionsProps) {
  const { blend } = asked;
  const names = [
    ...new Set(blend.parts.flatMap((part) => (part.kind === 'strategy' ? [part.universe] : []))),
  ];
  const undated = useLiveQuery(async () => {
    const members = await Promise.all(names.map(readMembers));
    return new Set(
      names.filter((_name, k) => {
        const own = at(members, k);
        return !isDated(own) && new Set(own.map(({ symbol }) => symbol)).size > 1;
      }),
    );
  }, [names.join('\n')]);
  const words = useMemo(() => {
    const { marks, trades, openTrades } = run;
    const { day } = marks;
    const years = (at(day, day.length - 1) - at(day, 0)) / 365.25;
    const strategies = blend.parts.flatMap((part, place) =>
      part.kind === 'strategy' ? [{ ...part, place }] : [],
    );
    const told = new Map<string, string[]>();
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
        dated: !undated?.has(universe),
        tries,
      });
      for (const caution of found.filter(({ kind }) => OF_A_PART.includes(kind))) {
        const text = cautionWords(caution);
        told.set(text, [...(told.get(text) ?? []), name]);
      }
    }
    const [first] = strategies;
    const whole = first
      ? cautionsOf({
          strategy: first.strategy,
          marks,
          trades,
          openTrades,
          ambiguousBars: run.ambiguousBars,
          years,
          dated: true,
          tries,
        })
      : [];
    return [
      ...[...told].map(([text, of]) =>
        of.length === strategies.length ? text : `${of.join(', ')}: ${text}`,
      ),
      ...whole.filter(({ kind }) => OF_THE_WHOLE.includes(kind)).map(cautionWords),
    ];
  }, [run, blend, undated, tries]);
  return <CautionList words={words} />;
});

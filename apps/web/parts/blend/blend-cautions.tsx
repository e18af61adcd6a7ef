'use client';

import { at, type BlendAsked, blendCautions, type ShownBlend } from '@plateau/core';
import { useLiveQuery } from 'dexie-react-hooks';
import { memo, useMemo } from 'react';
import { isDated } from '@/model/market/members.ts';
import { CautionList, cautionWords } from '@/parts/cautions/cautions.tsx';
import { readMembers } from '@/store/market/universes.ts';

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
  const words = useMemo(
    () =>
      blendCautions(blend, run, undated ?? new Set(), tries).map(({ caution, parts }) =>
        parts.length === 0 ? cautionWords(caution) : `${parts.join(', ')}: ${cautionWords(caution)}`,
      ),
    [run, blend, undated, tries],
  );
  return <CautionList words={words} />;
});

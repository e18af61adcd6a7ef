// The figures that stand beside every result, as the trader chose and ordered them.

import { FIGURE_KEYS, type FigureEntry, type FigureKey, figureEntry, headlineFigures } from '@plateau/core';
import Joi from 'joi';
import { useMemo } from 'react';
import { useSetting } from '@/store/setting.ts';

const kind = Joi.array()
  .items(Joi.valid(...FIGURE_KEYS))
  .min(1);
const AT_FIRST: readonly FigureKey[] = headlineFigures.map(({ key }) => key);

/** The entries in their order, and what makes another choice of the one that is kept now: hands are faster than the store. */
export function useShownFigures(): readonly [
  readonly FigureEntry[],
  (change: (keys: readonly FigureKey[]) => readonly FigureKey[]) => void,
] {
  const [keys, , change] = useSetting<readonly FigureKey[]>('shown figures', kind, AT_FIRST);
  return [useMemo(() => keys.map(figureEntry), [keys]), (make) => void change(make)];
}

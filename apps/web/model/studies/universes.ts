// What a study goes through.

import type { Study } from '@plateau/core';

/** The universes that a study names. */
export function universesOf(study: Study): string[] {
  const listed =
    'axes' in study ? study.axes.flatMap((axis) => ('universes' in axis ? axis.universes : [])) : [];
  const own = study.kind === 'edge' && study.instrument !== undefined ? [] : [study.universe];
  const alone = study.kind === 'pair' && !study.search;
  return alone ? [] : [...new Set([...own, ...listed])].filter((name) => name !== '');
}

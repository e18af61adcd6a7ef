// What a study goes through.

import { type Study, symbolAlone } from '@plateau/core';
import type { StoredUniverse } from '../rows.ts';

/** The universes that a study names. */
export function universesOf(study: Study): string[] {
  const listed =
    'axes' in study ? study.axes.flatMap((axis) => ('universes' in axis ? axis.universes : [])) : [];
  const own = study.kind === 'edge' && study.instrument !== undefined ? [] : [study.universe];
  const alone = study.kind === 'pair' && !study.search;
  return alone ? [] : [...new Set([...own, ...listed])].filter((name) => name !== '');
}

/** The first universe that a study names and the store has not; one instrument alone needs none. */
export function missingUniverse(
  study: Study,
  universes: readonly Pick<StoredUniverse, 'id'>[],
): string | undefined {
  return universesOf(study).find(
    (name) => symbolAlone(name) === undefined && !universes.some(({ id }) => id === name),
  );
}

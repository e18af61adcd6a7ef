import type { CellPart, TerrainStudy } from '@plateau/core';

/** The days that choose: all of them, or with a split those before it. */
export const partOf = ({ split }: TerrainStudy): CellPart => (split === undefined ? 'figures' : 'before');

// How a terrain is looked at, as the address names it. None of it is a step that Back takes back, but what is lit.

import { CELL_FIGURES, type CellFigure } from '@plateau/core';
import { parseAsFloat, parseAsInteger, parseAsStringLiteral, useQueryStates } from 'nuqs';

const FIGURES = CELL_FIGURES.map(({ key }) => key) as readonly CellFigure[];

const PARTS = {
  by: parseAsStringLiteral(FIGURES),
  beside: parseAsStringLiteral(FIGURES),
  level: parseAsFloat,
  cell: parseAsInteger,
  bear: parseAsFloat,
};

export function useTerrainAddress() {
  return useQueryStates(PARTS, { history: 'replace' });
}

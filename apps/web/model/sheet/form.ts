// How a sheet's fields stand on its form: all that is of one thing together. The table of fields keeps the order in which
// variants are named.

import type { Section } from './field.ts';
import { fieldOf, sections } from './fields.ts';

/** Money's costs and what it earns stand together. */
const COSTS = [
  'costs.commission.fixed',
  'costs.commission.perShare',
  'costs.commission.percent',
  'costs.commission.min',
  'costs.commission.maxPercent',
  'costs.slippage',
  'costs.exits',
  'costs.exit.commission.fixed',
  'costs.exit.commission.perShare',
  'costs.exit.commission.percent',
  'costs.exit.commission.min',
  'costs.exit.commission.maxPercent',
  'costs.exit.slippage',
  'costs.cashRate',
  'costs.riskFreeRate',
  'costs.marginRate',
  'costs.borrowRate',
];
/** Shown by a control of their own. */
const APART: ReadonlySet<string> = new Set(['bars']);

const isElsewhere = (section: Section, key: string): boolean =>
  APART.has(key) || (section.id !== 'costs' && COSTS.includes(key));

export const formSections: readonly Section[] = sections.map((section) => ({
  ...section,
  ...(section.id === 'timing' && { title: 'Orders' }),
  fields:
    section.id === 'costs'
      ? COSTS.flatMap((key) => fieldOf(key) ?? [])
      : section.fields.filter(({ key }) => !isElsewhere(section, key)),
}));

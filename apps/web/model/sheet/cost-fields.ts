// The fields of what orders cost.

import type { Field } from './field.ts';

/** What orders that end a position cost, where that is not what all orders do. */
function exitCosts(): Field[] {
  const fields: readonly (readonly [key: string, name: string, initial: string, unit: string])[] = [
    ['commission.fixed', 'Commission', '1', 'an order'],
    ['commission.perShare', 'Commission by the share', '0', 'a share'],
    ['commission.percent', 'Commission by value', '0.05', '%'],
    ['commission.min', 'Commission at least', '0', 'an order'],
    ['commission.maxPercent', 'Commission at most', '100', '% of value'],
    ['slippage', 'Slippage', '5', 'bp'],
  ];
  return fields.map(([key, name, initial, unit]) => ({
    key: `costs.exit.${key}`,
    label: `Exit: ${name.toLowerCase()}`,
    kind: 'number',
    initial,
    unit,
    hint: key === 'commission.maxPercent' ? 'no limit' : '0',
    when: { key: 'costs.exits', is: ['own'] },
  }));
}

export const costFields: readonly Field[] = [
  {
    key: 'costs.commission.fixed',
    label: 'Commission',
    kind: 'number',
    initial: '1',
    unit: 'an order',
    hint: '0',
  },
  {
    key: 'costs.commission.perShare',
    label: 'and',
    name: 'Commission by the share',
    kind: 'number',
    initial: '0',
    unit: 'a share',
    hint: '0',
  },
  {
    key: 'costs.commission.percent',
    label: 'and',
    name: 'Commission by value',
    kind: 'number',
    initial: '0.05',
    unit: '%',
    hint: '0',
  },
  { key: 'costs.slippage', label: 'Slippage', kind: 'number', initial: '5', unit: 'bp', hint: '0' },
  {
    key: 'costs.exits',
    label: 'Exits cost',
    kind: 'choice',
    initial: '',
    choices: [
      ['', 'as entries do'],
      ['own', 'costs of their own'],
    ],
    outside: true,
  },
  ...exitCosts(),
];

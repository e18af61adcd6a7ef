// The fields of a side's stops and target.

import type { Field } from './field.ts';

function stopFields(path: string, label: string, forms: readonly string[]): Field[] {
  const names: Record<string, string> = {
    none: 'none',
    percent: 'percent',
    atr: 'ATR',
    level: 'a level',
    r: 'times the risk',
  };
  const kind = `${path}.form`;
  return [
    {
      key: kind,
      label,
      kind: 'choice',
      initial: 'none',
      choices: ['none', ...forms].map((f) => [f, names[f] ?? f] as const),
      outside: true,
    },
    {
      key: `${path}.percent`,
      label: `${label}: distance`,
      kind: 'number',
      initial: '10',
      unit: '%',
      when: { key: kind, is: ['percent'] },
    },
    {
      key: `${path}.times`,
      label: `${label}: multiples`,
      kind: 'number',
      initial: '3',
      unit: 'ATR',
      when: { key: kind, is: ['atr'] },
    },
    {
      key: `${path}.atr`,
      label: `${label}: ATR over`,
      kind: 'number',
      initial: '14',
      unit: 'bars',
      when: { key: kind, is: ['atr'] },
    },
    {
      key: `${path}.level`,
      label: `${label}: level`,
      kind: 'value',
      initial: '10-day low',
      when: { key: kind, is: ['level'] },
    },
    {
      key: `${path}.r`,
      label: `${label}: multiples`,
      kind: 'number',
      initial: '3',
      unit: 'R',
      when: { key: kind, is: ['r'] },
    },
  ].filter(
    (field) =>
      field.key === kind ||
      forms.includes(field.key.slice(path.length + 1)) ||
      (forms.includes('atr') && field.key.endsWith('.times')),
  ) as Field[];
}

export function protectFields(side: 'long' | 'short'): Field[] {
  return [
    ...stopFields(`${side}.stops.initial`, 'Initial stop', ['percent', 'atr', 'level']),
    ...stopFields(`${side}.stops.trail`, 'Trailing stop', ['percent', 'atr', 'level']),
    ...stopFields(`${side}.stops.target`, 'Target', ['percent', 'atr', 'r']),
    {
      key: `${side}.stops.trigger`,
      label: 'Stops and targets act',
      kind: 'choice',
      initial: 'touch',
      choices: [
        ['touch', 'when touched'],
        ['close', 'on the close'],
      ],
    },
    {
      key: `${side}.stops.bars`,
      label: 'Exit after',
      kind: 'number',
      initial: '',
      unit: 'bars',
      hint: 'no time limit',
    },
  ];
}

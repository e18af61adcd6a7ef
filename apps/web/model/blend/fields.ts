// The one table of a blend's own settings, beside its parts: what each is called, how it is entered, where it stands in the file.

import type { Field, Section } from '../sheet/field.ts';
import { sections as sheetSections } from '../sheet/fields.ts';
import type { Draft } from '../sheet/sheet.ts';

const apart = { key: 'form', is: ['apart'] };
const together = { key: 'form', is: ['together'] };

/** What a sheet alone may set apart. */
const OF_A_SHEET = /^costs\.(riskFreeRate|exit)/;

/** Costs and rates of one account are those of a sheet. */
const costs: readonly Field[] = sheetSections
  .flatMap(({ fields }) => fields)
  .filter(({ key }) => key.startsWith('costs.') && !OF_A_SHEET.test(key))
  .map((field) => ({ ...field, when: together }));

export const blendSections: readonly Section[] = [
  {
    id: 'held against',
    title: 'Compared with',
    fields: [
      { key: 'benchmark', label: 'Benchmark', kind: 'instrument', initial: 'SK60' },
      { key: 'from', label: 'From', kind: 'date', initial: '', hint: 'first day', outside: true },
      { key: 'to', label: 'To', kind: 'date', initial: '', hint: 'last day', outside: true },
      {
        key: 'veil',
        label: 'Out-of-sample from',
        kind: 'date',
        initial: '',
        hint: 'nothing veiled',
        outside: true,
      },
    ],
  },
  {
    id: 'money',
    title: 'Money',
    fields: [
      { key: 'account.capital', label: 'Capital', kind: 'number', initial: '100000' },
      {
        key: 'account.leverage',
        label: 'Leverage',
        kind: 'number',
        initial: '1',
        unit: 'times',
        when: together,
      },
    ],
  },
  {
    id: 'review',
    title: 'Review of the buckets',
    fields: [
      {
        key: 'weights',
        label: 'Brought back to',
        kind: 'choice',
        initial: 'shares',
        choices: [
          ['shares', 'the shares above'],
          ['equal', 'equal shares'],
          ['inverse', 'inverse volatility'],
        ],
        when: apart,
      },
      {
        key: 'weights.days',
        label: 'Volatility over',
        kind: 'number',
        initial: '60',
        unit: 'days',
        when: { key: 'weights', is: ['inverse'] },
      },
      {
        key: 'review',
        label: 'When',
        kind: 'choice',
        initial: 'never',
        choices: [
          ['never', 'never: they drift'],
          ['month-end', 'each month’s end'],
          ['quarter-end', 'each quarter’s end'],
          ['year-end', 'each year’s end'],
          ['drift', 'once one has drifted'],
        ],
        when: apart,
      },
      {
        key: 'review.drift',
        label: 'Drifted by',
        kind: 'number',
        initial: '5',
        unit: '% points',
        when: { key: 'review', is: ['drift'] },
      },
      {
        key: 'moveCost',
        label: 'Moving money costs',
        kind: 'number',
        initial: '0',
        unit: 'basis points',
        when: apart,
      },
    ],
  },
  {
    id: 'limits',
    title: 'Limits over all parts',
    fields: [
      {
        key: 'limits.positions',
        label: 'Positions',
        kind: 'number',
        initial: '',
        hint: 'no limit',
        when: together,
      },
      {
        key: 'limits.perGroup',
        label: 'In one group',
        kind: 'number',
        initial: '',
        hint: 'no limit',
        when: together,
      },
      {
        key: 'limits.onePart',
        label: 'One instrument in',
        kind: 'choice',
        initial: 'on',
        choices: [
          ['on', 'one part at a time'],
          ['off', 'several parts'],
        ],
        when: together,
      },
      {
        key: 'limits.oppose',
        label: 'Opposite sides',
        kind: 'choice',
        initial: 'off',
        choices: [
          ['off', 'refused'],
          ['on', 'allowed'],
        ],
        when: { key: 'limits.onePart', is: ['off'] },
      },
      {
        key: 'limits.turn',
        label: 'Who buys first',
        kind: 'choice',
        initial: 'listed',
        choices: [
          ['listed', 'the parts as listed'],
          ['round', 'each part in turn'],
        ],
        when: together,
      },
    ],
  },
  { id: 'costs', title: 'Costs and rates of the account', folded: true, fields: costs },
];

const words: readonly Field[] = [
  { key: 'name', label: 'Name', kind: 'text', initial: 'Untitled blend' },
  { key: 'notes', label: 'Notes', kind: 'text', initial: '' },
];

export const FORMS = [
  [
    'apart',
    'Separate buckets',
    'Each part runs by itself, with its own account and costs, and its bucket of money follows. Only a review moves money between buckets; what one leaves idle stays idle.',
  ],
  [
    'together',
    'One account',
    'All parts trade on one cash. A part sizes its entries by its share of the account; cash that one part leaves idle is there for another, and slots and cash can run out.',
  ],
] as const;

const form: Field = {
  key: 'form',
  label: 'Form',
  kind: 'choice',
  initial: 'apart',
  choices: FORMS.map(([value, label]) => [value, label] as const),
};

export const blendFields: readonly Field[] = [
  ...words,
  form,
  ...blendSections.flatMap(({ fields }) => fields),
];

const byKey = new Map(blendFields.map((field) => [field.key, field]));

export const blendField = (key: string): Field | undefined => byKey.get(key);

/** What a setting of a blend holds; a choice that is none of its own is the first that it has. */
export function blendText(draft: Draft, key: string): string {
  const field = blendField(key);
  const text = draft[key];
  if (text === undefined) return field?.initial ?? '';
  return field?.choices && !field.choices.some(([value]) => value === text) ? field.initial : text;
}

export function isShownInBlend(field: Field, draft: Draft): boolean {
  if (!field.when) return true;
  const other = blendField(field.when.key);
  if (other && !isShownInBlend(other, draft)) return false;
  return field.when.is.includes(blendText(draft, field.when.key));
}

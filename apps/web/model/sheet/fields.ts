// The one table of a sheet's fields: what each is called, how it is entered, where it stands in the strategy file.
// The form, the reading into a strategy, the writing from one and the words for undo all come from it.

import { costFields } from './cost-fields.ts';
import type { Field, Section } from './field.ts';
import { protectFields } from './protect-fields.ts';

const FIRST = [
  ['highest', 'highest first'],
  ['lowest', 'lowest first'],
] as const;
const ON_OFF = [
  ['off', 'off'],
  ['on', 'on'],
] as const;

const TIMING = [
  ['next-open', "next day's open"],
  ['next-close', "next day's close"],
  ['same-close', 'same close (optimistic)'],
] as const;

export const sections: readonly Section[] = [
  {
    id: 'market',
    title: 'Trade',
    fields: [
      { key: 'universe', label: 'Universe', kind: 'universe', initial: 'skerry-stocks', outside: true },
      { key: 'benchmark', label: 'Benchmark', kind: 'instrument', initial: 'SK60', outside: true },
      { key: 'from', label: 'From', kind: 'date', initial: '', hint: 'first day', outside: true },
      { key: 'to', label: 'To', kind: 'date', initial: '', hint: 'last day', outside: true },
      {
        key: 'begin',
        label: 'Begins',
        kind: 'choice',
        initial: '',
        choices: [
          ['', 'on the first day'],
          ['when-filled', 'when all windows are filled'],
        ],
        outside: true,
      },
      {
        key: 'veil',
        label: 'Out-of-sample from',
        kind: 'date',
        initial: '',
        hint: 'nothing held back',
        outside: true,
      },
    ],
  },
  {
    id: 'enter',
    title: 'Enter when',
    fields: [
      {
        key: 'long.enter',
        label: 'Enter when',
        kind: 'rule',
        initial: 'close > 200-day average and close is the highest of 60 days',
      },
    ],
  },
  {
    id: 'exit',
    title: 'Exit when',
    fields: [
      {
        key: 'long.exit',
        label: 'Exit when',
        kind: 'rule',
        initial: 'close is the lowest of 30 days',
        when: { key: 'long.rotate', is: ['off'] },
      },
    ],
  },
  {
    id: 'prefer',
    title: 'Prefer',
    fields: [
      {
        key: 'long.rank.by',
        label: 'Rank by',
        kind: 'value',
        initial: '120-day return',
        hint: 'by symbol, A to Z',
      },
      { key: 'long.rank.first', label: 'Order', kind: 'choice', initial: 'highest', choices: FIRST },
    ],
  },
  {
    id: 'size',
    title: 'How many, how much',
    fields: [
      {
        key: 'limits.positions',
        label: 'Slots',
        kind: 'number',
        initial: '10',
        unit: 'positions',
        hint: 'no limit',
      },
      {
        key: 'size.method',
        label: 'Size',
        kind: 'choice',
        initial: 'equal-slots',
        choices: [
          ['equal-slots', 'equal slots'],
          ['percent-of-equity', 'percent of equity'],
          ['cash', 'a sum of money'],
          ['shares', 'a number of shares'],
          ['risk-percent', 'percent of equity at risk'],
          ['risk-cash', 'a sum at risk'],
          ['volatility', 'by volatility'],
        ],
      },
      {
        key: 'size.percent',
        label: 'Percent',
        kind: 'number',
        initial: '10',
        unit: '%',
        when: { key: 'size.method', is: ['percent-of-equity', 'risk-percent', 'volatility'] },
      },
      {
        key: 'size.amount',
        label: 'Amount',
        kind: 'number',
        initial: '1000',
        when: { key: 'size.method', is: ['cash', 'risk-cash'] },
      },
      {
        key: 'size.count',
        label: 'Shares',
        kind: 'number',
        initial: '100',
        when: { key: 'size.method', is: ['shares'] },
      },
      {
        key: 'size.atr',
        label: 'ATR over',
        kind: 'number',
        initial: '20',
        unit: 'bars',
        when: { key: 'size.method', is: ['volatility'] },
      },
      { key: 'account.capital', label: 'Capital', kind: 'number', initial: '100000' },
    ],
  },
  {
    id: 'costs',
    title: 'Costs',
    fields: costFields,
  },
  { id: 'protect', title: 'Protect', folded: true, fields: protectFields('long') },
  {
    id: 'more-size',
    title: 'Limits and account',
    folded: true,
    fields: [
      {
        key: 'size.fractional',
        label: 'Fractions of shares',
        kind: 'choice',
        initial: 'off',
        choices: ON_OFF,
      },
      {
        key: 'size.unaffordable',
        label: 'When cash is short',
        kind: 'choice',
        initial: 'shrink',
        choices: [
          ['shrink', 'buy fewer'],
          ['skip', 'skip the order'],
        ],
      },
      {
        key: 'size.maxPercent',
        label: 'At most',
        kind: 'number',
        initial: '',
        unit: '% of equity',
        hint: 'no limit',
      },
      {
        key: 'size.maxOfTradedValue',
        label: 'At most',
        kind: 'number',
        initial: '',
        unit: '% of traded value',
        hint: 'no limit',
      },
      {
        key: 'size.minValue',
        label: 'At least',
        kind: 'number',
        initial: '',
        unit: 'of money',
        hint: 'no least',
      },
      {
        key: 'size.minFilledPercent',
        label: 'Refuse below',
        name: 'Least part of the size',
        kind: 'number',
        initial: '',
        unit: '% of the size',
        hint: 'no least',
      },
      { key: 'limits.newPerDay', label: 'New a day', kind: 'number', initial: '', hint: 'no limit' },
      { key: 'limits.perGroup', label: 'In one group', kind: 'number', initial: '', hint: 'no limit' },
      {
        key: 'limits.afterMembership',
        label: 'Leaves the universe',
        kind: 'choice',
        initial: 'hold',
        choices: [
          ['hold', 'keep holding'],
          ['exit', 'exit too'],
        ],
      },
      { key: 'account.leverage', label: 'Leverage', kind: 'number', initial: '1', unit: 'times', hint: '1' },
      {
        key: 'costs.commission.min',
        label: 'Commission at least',
        kind: 'number',
        initial: '0',
        unit: 'an order',
        hint: '0',
      },
      {
        key: 'costs.commission.maxPercent',
        label: 'Commission at most',
        kind: 'number',
        initial: '100',
        unit: '% of value',
        hint: 'no limit',
      },
      {
        key: 'costs.cashRate',
        label: 'Cash earns',
        kind: 'rate',
        initial: '0',
        unit: '% a year',
        hint: '0, or a symbol such as BILL',
      },
      {
        key: 'costs.riskFreeRate',
        label: 'Risk-free rate',
        kind: 'rate',
        initial: '',
        unit: '% a year',
        hint: 'what cash earns',
      },
      {
        key: 'costs.marginRate',
        label: 'Borrowed money costs',
        kind: 'rate',
        initial: '0',
        unit: '% a year',
        hint: '0',
      },
      {
        key: 'costs.borrowRate',
        label: 'Borrowed shares cost',
        kind: 'rate',
        initial: '0',
        unit: '% a year',
        hint: '0',
      },
    ],
  },
  {
    id: 'timing',
    title: 'Bars and orders',
    folded: true,
    fields: [
      {
        key: 'bars',
        label: 'Bars',
        kind: 'choice',
        initial: 'day',
        choices: [
          ['day', 'daily'],
          ['week', 'weekly'],
          ['month', 'monthly'],
        ],
      },
      {
        key: 'timing.enter',
        label: 'Entries fill at',
        kind: 'choice',
        initial: 'next-open',
        choices: TIMING,
      },
      { key: 'timing.exit', label: 'Exits fill at', kind: 'choice', initial: 'next-open', choices: TIMING },
      { key: 'seed', label: 'Seed of “random”', kind: 'number', initial: '1', hint: '1' },
    ],
  },
  {
    id: 'rotation',
    title: 'Rotate instead of exiting by rule',
    folded: true,
    fields: [
      {
        key: 'long.rotate',
        label: 'Rotation',
        kind: 'choice',
        initial: 'off',
        choices: ON_OFF,
        outside: true,
      },
      {
        key: 'long.rotate.review',
        label: 'Review',
        kind: 'choice',
        initial: 'month-end',
        choices: [
          ['day', 'every day'],
          ['week-end', "week's end"],
          ['month-end', "month's end"],
          ['every', 'every n days'],
        ],
        when: { key: 'long.rotate', is: ['on'] },
      },
      {
        key: 'long.rotate.review.every',
        label: 'n',
        kind: 'number',
        initial: '20',
        unit: 'days',
        when: { key: 'long.rotate.review', is: ['every'] },
      },
      {
        key: 'long.rotate.hold',
        label: 'Hold',
        kind: 'number',
        initial: '10',
        unit: 'positions',
        when: { key: 'long.rotate', is: ['on'] },
      },
      {
        key: 'long.rotate.keep',
        label: 'Keep down to place',
        kind: 'number',
        initial: '15',
        when: { key: 'long.rotate', is: ['on'] },
      },
      {
        key: 'long.rotate.leave',
        label: 'No longer eligible',
        kind: 'choice',
        initial: '',
        choices: [
          ['', 'exit at the next review'],
          ['at-once', 'exit at once'],
        ],
        when: { key: 'long.rotate', is: ['on'] },
      },
    ],
  },
  {
    id: 'short',
    title: 'Short side',
    folded: true,
    fields: [
      {
        key: 'sides',
        label: 'Sides',
        kind: 'choice',
        initial: 'long',
        choices: [
          ['long', 'long only'],
          ['short', 'short only'],
          ['both', 'long and short'],
        ],
        outside: true,
      },
      {
        key: 'short.enter',
        label: 'Enter short when',
        kind: 'rule',
        initial: '5-day return > 25%',
        when: { key: 'sides', is: ['short', 'both'] },
      },
      {
        key: 'short.exit',
        label: 'Exit short when',
        kind: 'rule',
        initial: '5-day return < 0',
        when: { key: 'sides', is: ['short', 'both'] },
      },
      {
        key: 'short.rank.by',
        label: 'Rank by',
        kind: 'value',
        initial: '',
        hint: 'by symbol, A to Z',
        when: { key: 'sides', is: ['short', 'both'] },
      },
      {
        key: 'short.rank.first',
        label: 'Order',
        kind: 'choice',
        initial: 'highest',
        choices: FIRST,
        when: { key: 'sides', is: ['short', 'both'] },
      },
      ...protectFields('short').map((field) =>
        field.when ? field : { ...field, when: { key: 'sides', is: ['short', 'both'] } },
      ),
    ],
  },
  {
    id: 'dials',
    title: 'Dials',
    folded: true,
    fields: [
      {
        key: 'dials',
        label: 'Dials',
        kind: 'dials',
        initial: '',
        hint: 'one a line: pull = 7, 2 to 10 step 1',
      },
    ],
  },
];

export const fields: readonly Field[] = [
  { key: 'name', label: 'Name', kind: 'text', initial: 'Untitled' },
  { key: 'notes', label: 'Notes', kind: 'text', initial: '' },
  { key: 'folder', label: 'Folder', kind: 'text', initial: '', outside: true },
  ...sections.flatMap((section) => section.fields),
];

/** Fields that say nothing of what is run. */
export const WORDS: ReadonlySet<string> = new Set(['name', 'notes', 'folder']);

const byKey = new Map(fields.map((field) => [field.key, field]));

export const fieldOf = (key: string): Field | undefined => byKey.get(key);

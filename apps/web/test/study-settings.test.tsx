// @vitest-environment jsdom
// The settings of studies under a hand that is faster than the store: every field is changed before anything is read back.

import 'fake-indexeddb/auto';
import type { Study } from '@plateau/core';
import { readStudy, STRATEGY_FORMAT, STUDY_FORMAT } from '@plateau/files';
import { fireEvent, render, screen } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { expect, it } from 'vitest';
import type { Change } from '../features/studies/setup/change.ts';
import { Settings } from '../features/studies/setup/settings.tsx';
import type { StoredStudy } from '../model/studies/stored-study.ts';

const strategy = {
  format: STRATEGY_FORMAT,
  name: 'Dips',
  dials: { line: { value: 100 } },
  long: { enter: 'close is above {line}-day average', exit: '3-day RSI is above 60' },
};
const common = { format: STUDY_FORMAT, universe: 'u', benchmark: 'KIX' };
const axes = [{ dial: 'line', from: 100, to: 200, step: 50 }];
const rule = 'streak <= -{weak}';

const CASES: readonly [Record<string, unknown>, Record<string, string>, object][] = [
  [
    {
      kind: 'edge',
      signals: [{ name: 'low', rule, sweep: { dial: 'weak', from: 2, to: 8, step: 1 } }],
      horizons: [1, 2],
    },
    {
      'After bars': '3 5',
      Gauge: '20-day volatility',
      Cost: '7',
      'weak: from': '3',
      'weak: step': '2',
      'Name of the signal': 'deep',
    },
    {
      horizons: [3, 5],
      gauge: '20-day volatility',
      cost: 7,
      signals: [{ name: 'deep', rule, sweep: { dial: 'weak', from: 3, to: 8, step: 2 } }],
    },
  ],
  [
    { kind: 'terrain', strategy, axes },
    { 'line: from': '50', 'line: to': '90', 'line: step': '10', 'Plateau from': '60', Seed: '9' },
    {
      axes: [{ dial: 'line', from: 50, to: 90, step: 10 }],
      height: { percentile: 60 },
      seed: 9,
    },
  ],
  [
    { kind: 'walk', strategy, axes, train: 24, test: 12 },
    { 'Choose on': '60', 'Then trade': '36', 'line: step': '25' },
    { train: 60, test: 36, axes: [{ dial: 'line', from: 100, to: 200, step: 25 }] },
  ],
  [
    { kind: 'pair', y: 'SWELL', x: 'LEDGE' },
    { 'In from': '2.5', 'Out at': '0.5', 'Training bars': '700', Slippage: '3', Commission: '1' },
    { in: 2.5, out: 0.5, training: { bars: 700 }, costs: { slippage: 3, commission: { fixed: 1 } } },
  ],
  [
    { kind: 'shake', strategy, repetitions: 1, nudges: ['late'] },
    { Each: '4', Seed: '9' },
    { repetitions: 4, seed: 9 },
  ],
];

it.each(CASES)('%o keeps what each field was given', async (document, typed, expected) => {
  const read = readStudy({ ...common, ...document }, 'study');
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const row: StoredStudy = { id: 's', created: 1, study: { ...common, ...document } };
  const changes: Change<Study>[] = [];
  render(<Settings row={row} study={read.value} onChange={(change) => changes.push(change)} />);
  for (const [label, text] of Object.entries(typed)) {
    const field = await screen.findByRole('textbox', { name: label });
    fireEvent.focus(field);
    fireEvent.change(field, { target: { value: text } });
    fireEvent.blur(field);
  }
  expect(changes.length).toBe(Object.keys(typed).length);
  expect(changes.reduce((now, change) => change(now), read.value)).toMatchObject(expected);
});

it('a signal that is removed twice, before it is gone from the screen, takes no other with it', async () => {
  const signals = [
    { name: 'low', rule: 'streak <= -4' },
    { name: 'high', rule: 'streak >= 4' },
    { name: 'still', rule: 'streak = 0' },
  ];
  const read = readStudy({ ...common, kind: 'edge', signals, horizons: [1] }, 'study');
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const changes: Change<Study>[] = [];
  const row: StoredStudy = { id: 's', created: 1, study: common };
  render(
    <Tooltip.Provider>
      <Settings row={row} study={read.value} onChange={(change) => changes.push(change)} />
    </Tooltip.Provider>,
  );
  const remove = await screen.findByRole('button', { name: 'Remove low' });
  fireEvent.click(remove);
  fireEvent.click(remove);
  const left = changes.reduce((now, change) => change(now), read.value);
  expect(left).toMatchObject({ signals: [{ name: 'high' }, { name: 'still' }] });
});

// What a change of one setting brings with it in others.

import { describe, expect, it } from 'vitest';
import { followUps } from '../model/sheet/follow-ups.ts';

describe('rotation', () => {
  it('takes the slots away when it begins, and gives back as many as it held when it ends', () => {
    const before = { 'limits.positions': '10', 'long.rotate.hold': '3' };
    const begun = { ...before, 'long.rotate': 'on', ...followUps(before, 'long.rotate', 'on') };
    expect(begun['limits.positions']).toBe('');
    expect(followUps(begun, 'long.rotate', '')).toEqual({ 'limits.positions': '3' });
  });

  it('leaves slots that are said beside it', () => {
    const draft = { 'limits.positions': '2', 'long.rotate.hold': '3', 'long.rotate': 'on' };
    expect(followUps(draft, 'long.rotate', '')).toEqual({});
  });
});

describe('the size', () => {
  it('begins with a percent of its own, and keeps one that was chosen', () => {
    expect(followUps({ 'size.percent': '10' }, 'size.method', 'risk')).toEqual({ 'size.percent': '1' });
    expect(followUps({ 'size.percent': '1' }, 'size.method', 'percent-of-equity')).toEqual({
      'size.percent': '10',
    });
    expect(followUps({ 'size.percent': '4' }, 'size.method', 'risk')).toEqual({});
  });
});

it('nothing else changes anything beside it', () => {
  expect(followUps({ name: 'Tide' }, 'name', 'Ebb')).toEqual({});
});

it('a short side that nobody has written begins empty; one that was written stays', () => {
  expect(followUps({}, 'sides', 'both')).toEqual({ 'short.enter': '', 'short.exit': '' });
  expect(followUps({}, 'sides', 'long')).toEqual({});
  expect(followUps({ 'short.enter': 'close < 5' }, 'sides', 'short')).toEqual({});
});

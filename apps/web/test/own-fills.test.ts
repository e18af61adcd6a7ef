import { expect, test } from 'vitest';
import { besideSimulated } from '../features/runs/evening/own-fills.tsx';

test('fills that were better than simulated are called so', () => {
  expect(besideSimulated(-8)).toBe('8.0 basis points better than simulated');
  expect(besideSimulated(3.14)).toBe('3.1 basis points worse than simulated');
});

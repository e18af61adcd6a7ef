import { keptOf, readKept, readTyped } from '@plateau/core';
import { assert, constantFrom, double, property, string, tuple } from 'fast-check';
import { describe, expect, test } from 'vitest';

describe('a typed number', () => {
  test.each([
    ['1,5', 1.5],
    ['10k', 10_000],
    ['1.5m', 1_500_000],
    ['1,5k', 1500],
    ['2bn', 2e9],
    ['1e3', 1000],
    ['-5', -5],
    ['−20', -20],
    ['1.000,50', 1000.5],
    ['1 000', 1000],
    ["1'000'000.25", 1_000_000.25],
    ['1\u00a0000,5', 1000.5],
    ['1,000', 1000],
    ['1,234,567.8', 1_234_567.8],
    ['1.234.567', 1_234_567],
    ['12 %', 12],
    ['0,125', 0.125],
    ['.5', 0.5],
    ['5.', 5],
    ['  7 ', 7],
  ])('“%s” is %d', (text, value) => {
    expect(readTyped(text)).toEqual({ kind: 'one', value });
    expect(readKept(keptOf(text))).toEqual({ kind: 'one', value });
  });

  test.each([
    '1/2',
    '12..5',
    '1,00,000',
    '1 00',
    'ten',
    '-',
    '.',
    ',',
    'k',
    '%',
    '$5',
    '5 6',
    '1.2.3',
    '1e999',
  ])('“%s” is refused with why, and kept as it was typed', (text) => {
    const read = readTyped(text);
    expect(read).toMatchObject({ kind: 'none', why: expect.stringContaining(text) });
    expect(keptOf(text)).toBe(text);
    expect(readKept(text)).toEqual(read);
  });

  test('a point before three digits may mean two numbers: it is neither until one says which', () => {
    expect(readTyped('10.000')).toEqual({ kind: 'either', values: [10, 10_000] });
    expect(readTyped('1.125k')).toEqual({ kind: 'either', values: [1125, 1_125_000] });
    expect(readKept(keptOf('10.000'))).toMatchObject({
      kind: 'none',
      why: expect.stringContaining('may mean 10 or 10,000'),
    });
    // What a file gives has its point before decimals.
    expect(readKept('1.125')).toEqual({ kind: 'one', value: 1.125 });
    expect(readTyped('0.125')).toEqual({ kind: 'one', value: 0.125 });
  });

  test('every number as it is written here, and as others write it, is that number', () => {
    const locales = constantFrom('en', 'de', 'fr', 'de-CH', 'sv');
    const numbers = double({ min: -1e12, max: 1e12, noNaN: true }).map((x) => Number(x.toFixed(4)) + 0);
    assert(
      property(numbers, locales, (value, locale) => {
        const text = value.toLocaleString(locale, { maximumFractionDigits: 4 });
        const read = readTyped(text);
        if (read.kind === 'either') expect(read.values).toContain(value === 0 ? 0 : value);
        // A comma before three digits sets thousands apart here.
        else if (/^-?[1-9]\d{0,2},\d{3}$/.test(text))
          expect(read).toEqual({ kind: 'one', value: Number(text.replace(',', '')) });
        else expect(read).toEqual({ kind: 'one', value });
        expect(readTyped(String(value))).toMatchObject(
          /^-?[1-9]\d{0,2}\.\d{3}$/.test(String(value)) ? { kind: 'either' } : { kind: 'one', value },
        );
      }),
    );
  });

  test('whatever is typed or pasted is that number or refused: no character is dropped', () => {
    const pieces = constantFrom(
      '0',
      '1',
      '5',
      '12',
      '000',
      '.',
      ',',
      ' ',
      '-',
      '+',
      'k',
      'e',
      '%',
      '/',
      'x',
      "'",
      '?',
    );
    const typed = tuple(pieces, pieces, pieces, pieces, string({ maxLength: 2 })).map((all) => all.join(''));
    assert(
      property(typed, (text) => {
        const kept = readKept(keptOf(text));
        if (kept.kind === 'none') return;
        // Every digit that was typed is one of the number's, but for zeros at its ends.
        const digits = (of: string): string => of.replace(/\D/g, '').replace(/^0+|0+$/g, '');
        if (!/e/i.test(text))
          expect(digits(BigInt(Math.round(Math.abs(kept.value) * 1e9)).toString())).toBe(digits(text));
      }),
    );
  });
});

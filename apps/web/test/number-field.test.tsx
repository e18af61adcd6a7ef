// @vitest-environment jsdom

import { readKept, readTyped } from '@plateau/core';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { assert, property, string } from 'fast-check';
import { useState } from 'react';
import { afterEach, describe, expect, test } from 'vitest';
import { NumberField } from '@/ui/number-field.tsx';
import { cases } from '../../../testing/cases.ts';

afterEach(cleanup);

function Capital({ first = '100000', dials = false }: { first?: string; dials?: boolean }) {
  const [kept, setKept] = useState(first);
  return (
    <>
      <NumberField label="Capital" value={kept} onChange={setKept} dials={dials} />
      <p data-testid="kept">{kept}</p>
      <button type="button" onClick={() => setKept('7')}>
        undo
      </button>
    </>
  );
}

const field = () => screen.getByLabelText<HTMLInputElement>('Capital');
const kept = () => screen.getByTestId('kept').textContent;
const note = () => screen.queryByRole('status')?.textContent ?? '';
const type = (text: string) => {
  fireEvent.focus(field());
  fireEvent.change(field(), { target: { value: text } });
};

describe('a field for a number', () => {
  test('shows its thousands set apart until one is in it, and what is typed as it is typed', () => {
    render(<Capital />);
    expect(field().value).toBe('100,000');
    fireEvent.focus(field());
    expect(field().value).toBe('100000');
    expect(note()).toBe('');
    type('1,5');
    expect([field().value, kept(), note()]).toEqual(['1,5', '1.5', '= 1.5']);
    fireEvent.blur(field());
    expect([field().value, note()]).toEqual(['1.5', '']);
  });

  test('what is no number stays, marked, with why', () => {
    render(<Capital />);
    type('1/2');
    expect(note()).toContain('“1/2” is no number');
    fireEvent.blur(field());
    expect([field().value, kept()]).toEqual(['1/2', '1/2']);
    expect(field().getAttribute('aria-invalid')).toBe('true');
    expect(field().title).toContain('“1/2” is no number');
  });

  test('what may mean two numbers is asked, and is neither until then', () => {
    render(<Capital />);
    type('10.000');
    expect(readKept(kept()).kind).toBe('none');
    fireEvent.click(screen.getByRole('button', { name: '10,000?' }));
    expect(kept()).toBe('10000');
    fireEvent.blur(field());
    expect(field().value).toBe('10,000');
  });

  test('an undo takes the place of what was typed, and a dial stands as it is', () => {
    render(<Capital dials />);
    type('12');
    fireEvent.click(screen.getByText('undo'));
    expect(field().value).toBe('7');
    type('{slots}');
    expect([field().value, kept(), note()]).toEqual(['{slots}', '{slots}', '']);
  });

  test('gives back the number that was typed or pasted, or says why not', () => {
    const text = string({ unit: 'grapheme', maxLength: 12 }).filter((typed) => !typed.includes('{'));
    assert(
      property(text, (typed) => {
        render(<Capital first="" />);
        // A field of one line holds no line breaks.
        type(typed.replace(/[\r\n]/g, ''));
        const read = readTyped(field().value);
        if (kept() === '') expect(field().value.trim()).toBe('');
        else if (read.kind === 'one') expect(readKept(kept())).toEqual(read);
        else expect([readKept(kept()).kind, field().getAttribute('aria-invalid')]).toEqual(['none', 'true']);
        cleanup();
      }),
      { numRuns: cases(400) },
    );
  });
});

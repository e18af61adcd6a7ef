// @vitest-environment jsdom
// Arrows among tabs, choices and the lines of a menu: the next key goes to where they led, however soon it comes.

import { fireEvent, render, screen } from '@testing-library/react';
import { DropdownMenu, Slider, Tabs } from 'radix-ui';
import { type ReactNode, useState } from 'react';
import { expect, test, vi } from 'vitest';
import { Radio } from '@/ui/radio.tsx';
import { Toggle } from '@/ui/toggle.tsx';
import { useArrowFocus } from '@/ui/use-arrow-focus.ts';

function Page({ children }: { children: ReactNode }) {
  useArrowFocus();
  return children;
}

/** Presses keys where the focus is, without a moment between them. @returns what has the focus then */
function press(...keys: string[]): Element {
  for (const key of keys) {
    const target = document.activeElement ?? document.body;
    fireEvent.keyDown(target, { key });
    fireEvent.keyUp(document.activeElement ?? document.body, { key });
  }
  return document.activeElement ?? document.body;
}

const there = (role: string, name: string): HTMLElement => screen.getByRole(role, { name });

function Places() {
  return (
    <Page>
      <Tabs.Root defaultValue="a" activationMode="manual">
        <Tabs.List aria-label="places">
          <Tabs.Trigger value="a">A</Tabs.Trigger>
          <Tabs.Trigger value="b" disabled>
            B
          </Tabs.Trigger>
          <Tabs.Trigger value="c">C</Tabs.Trigger>
          <Tabs.Trigger value="d">D</Tabs.Trigger>
        </Tabs.List>
      </Tabs.Root>
    </Page>
  );
}

test('a tab is led to and opened by two keys at once; ends meet, and what is disabled is passed over', () => {
  render(<Places />);
  there('tab', 'A').focus();
  expect(press('ArrowRight', 'Enter')).toBe(there('tab', 'C'));
  expect(there('tab', 'C').getAttribute('data-state')).toBe('active');
  expect(press('ArrowRight', 'ArrowRight')).toBe(there('tab', 'A'));
  expect(press('ArrowLeft')).toBe(there('tab', 'D'));
  expect(press('Home')).toBe(there('tab', 'A'));
  expect(press('End')).toBe(there('tab', 'D'));
  // A row of tabs has no up and down.
  expect(press('ArrowDown')).toBe(there('tab', 'D'));
});

const CHOICES = [
  ['a', 'A'],
  ['b', 'B'],
  ['c', 'C'],
] as const;

function Choice({ of: Of, onChange }: { of: typeof Radio; onChange: (value: string) => void }) {
  const [value, setValue] = useState<string>('a');
  return (
    <Page>
      <Of
        label="a choice"
        value={value}
        choices={CHOICES}
        onChange={(next) => {
          setValue(next);
          onChange(next);
        }}
      />
    </Page>
  );
}

test('of radio buttons the one led to is chosen, though its key is let go at once', () => {
  const changed = vi.fn();
  render(<Choice of={Radio} onChange={changed} />);
  there('radio', 'A').focus();
  expect(press('ArrowDown', 'ArrowDown')).toBe(there('radio', 'C'));
  expect(changed.mock.calls).toEqual([['b'], ['c']]);
});

test('toggles are led over, and chosen by Enter', () => {
  const changed = vi.fn();
  render(<Choice of={Toggle as typeof Radio} onChange={changed} />);
  there('radio', 'A').focus();
  expect(press('ArrowRight', 'ArrowRight')).toBe(there('radio', 'C'));
  expect(changed).not.toHaveBeenCalled();
});

test('a menu is led through line by line and ends at its ends', () => {
  const chosen = vi.fn();
  render(
    <Page>
      <DropdownMenu.Root open modal={false}>
        <DropdownMenu.Trigger>more</DropdownMenu.Trigger>
        <DropdownMenu.Content>
          {['one', 'two', 'three'].map((name) => (
            <DropdownMenu.Item key={name} onSelect={() => chosen(name)}>
              {name}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Root>
    </Page>,
  );
  there('menuitem', 'one').focus();
  expect(press('ArrowUp')).toBe(there('menuitem', 'one'));
  expect(press('ArrowDown', 'ArrowDown', 'ArrowDown')).toBe(there('menuitem', 'three'));
  expect(press('ArrowRight')).toBe(there('menuitem', 'three'));
  press('ArrowUp', 'Enter');
  expect(chosen.mock.calls).toEqual([['two']]);
});

test('what has arrows of its own keeps them, and chords are nobody’s', () => {
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe(): void {}
      unobserve(): void {}
      disconnect(): void {}
    },
  );
  const moved = vi.fn();
  render(
    <Page>
      <div role="toolbar">
        <Slider.Root defaultValue={[2, 8]} max={10} onValueChange={moved}>
          <Slider.Thumb aria-label="from" />
          <Slider.Thumb aria-label="to" />
        </Slider.Root>
      </div>
    </Page>,
  );
  there('slider', 'from').focus();
  expect(press('ArrowRight')).toBe(there('slider', 'from'));
  expect(moved.mock.calls).toEqual([[[3, 8]]]);
  render(<Places />);
  there('tab', 'A').focus();
  fireEvent.keyDown(there('tab', 'A'), { key: 'ArrowRight', altKey: true });
  expect(document.activeElement).toBe(there('tab', 'A'));
});

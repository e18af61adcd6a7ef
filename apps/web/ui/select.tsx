'use client';

import { clsx } from 'clsx';
import { Check, ChevronDown } from 'lucide-react';
import { Select as Radix } from 'radix-ui';
import { box, POPPED } from './box.ts';

interface SelectProps<Value extends string> {
  /** its name, for those who do not see what stands beside it; left out where a label points at its id */
  readonly label?: string;
  readonly id?: string;
  readonly value: Value;
  readonly choices: readonly (readonly [value: Value, words: string])[];
  readonly onChange: (value: Value) => void;
  /** what stands in it while no choice is made */
  readonly placeholder?: string;
  readonly disabled?: boolean;
  readonly faulty?: boolean;
  readonly describedBy?: string | undefined;
  /** a box, or a word in a sentence */
  readonly look?: 'box' | 'word';
  readonly className?: string;
}

/** Radix keeps the empty value for “none chosen”; ours may be a choice like any other. */
const EMPTY = '\u0000';
const inner = (value: string): string => (value === '' ? EMPTY : value);

/** One of several, the others folded away. */
export function Select<Value extends string>(props: SelectProps<Value>) {
  const { label, id, value, choices, onChange, placeholder, disabled, faulty, describedBy, className } =
    props;
  const { look = 'box' } = props;
  const known = choices.some(([choice]) => choice === value);
  return (
    <Radix.Root
      value={known ? inner(value) : ''}
      onValueChange={(next) => onChange((next === EMPTY ? '' : next) as Value)}
      {...(disabled !== undefined && { disabled })}
    >
      <Radix.Trigger
        id={id}
        aria-label={label}
        aria-invalid={faulty || undefined}
        aria-describedby={describedBy}
        data-value={value}
        className={clsx(
          'inline-flex max-w-full items-center justify-between gap-1 text-left',
          look === 'box'
            ? box({ faulty, className: 'px-1.5 py-0.5' })
            : 'word -my-[0.2rem] min-h-[1.85rem] rounded-sm hover:bg-sunk',
          className,
        )}
      >
        <span className="min-w-0 truncate">
          <Radix.Value placeholder={placeholder} />
        </span>
        <Radix.Icon asChild>
          <ChevronDown size={12} aria-hidden className="shrink-0 text-soft" />
        </Radix.Icon>
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          position="popper"
          sideOffset={2}
          className={clsx(POPPED, 'max-h-(--radix-select-content-available-height) max-w-96')}
        >
          <Radix.Viewport className="p-1">
            {choices.map(([choice, words]) => (
              <Radix.Item
                key={choice}
                value={inner(choice)}
                data-value={choice}
                className="flex cursor-default items-center gap-2 rounded-sm py-0.5 pr-3 pl-1 outline-none data-[highlighted]:bg-accent-paper"
              >
                <span className="w-3.5 shrink-0">
                  <Radix.ItemIndicator>
                    <Check size={13} aria-hidden className="text-accent" />
                  </Radix.ItemIndicator>
                </span>
                <Radix.ItemText>{words}</Radix.ItemText>
              </Radix.Item>
            ))}
          </Radix.Viewport>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

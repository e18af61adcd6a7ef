'use client';

import { ToggleGroup } from 'radix-ui';

interface ToggleProps<Value extends string> {
  readonly label: string;
  readonly value: Value;
  /** what may be chosen, with its words */
  readonly choices: readonly (readonly [value: Value, words: string])[];
  readonly onChange: (value: Value) => void;
  readonly className?: string;
}

/** One of a few, all of them seen. */
export function Toggle<Value extends string>({
  label,
  value,
  choices,
  onChange,
  className,
}: ToggleProps<Value>) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      onValueChange={(next) => next && onChange(next as Value)}
      className={`inline-flex rounded-sm border border-hairline ${className ?? ''}`}
    >
      {choices.map(([choice, words]) => (
        <ToggleGroup.Item
          key={choice}
          value={choice}
          className="px-2 py-0.5 text-soft data-[state=on]:bg-accent-paper data-[state=on]:text-ink"
        >
          {words}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

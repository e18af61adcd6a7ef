'use client';

import { RadioGroup } from 'radix-ui';

interface RadioProps<Value extends string> {
  readonly label: string;
  readonly value: Value;
  readonly choices: readonly (readonly [value: Value, words: string])[];
  readonly onChange: (value: Value) => void;
  readonly className?: string;
}

/** One of a few, each with its words and room around them. */
export function Radio<Value extends string>({
  label,
  value,
  choices,
  onChange,
  className,
}: RadioProps<Value>) {
  return (
    <RadioGroup.Root
      aria-label={label}
      value={value}
      onValueChange={(next) => onChange(next as Value)}
      className={`flex flex-wrap gap-x-4 gap-y-1 ${className ?? ''}`}
    >
      {choices.map(([choice, words]) => (
        // biome-ignore lint/a11y/noLabelWithoutControl: the item in it is a button, which a label may name
        <label key={choice} className="inline-flex items-center gap-1.5">
          <RadioGroup.Item
            value={choice}
            className="inline-flex size-3.5 shrink-0 items-center justify-center rounded-full border border-strong bg-raised data-[state=checked]:border-accent"
          >
            <RadioGroup.Indicator className="size-2 rounded-full bg-accent" />
          </RadioGroup.Item>
          {words}
        </label>
      ))}
    </RadioGroup.Root>
  );
}

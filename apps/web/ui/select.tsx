'use client';

interface SelectProps<Value extends string> {
  /** its name, for those who do not see what stands beside it */
  readonly label: string;
  readonly value: Value;
  readonly choices: readonly (readonly [value: Value, words: string])[];
  readonly onChange: (value: Value) => void;
}

/** One of several, the others folded away. */
export function Select<Value extends string>({ label, value, choices, onChange }: SelectProps<Value>) {
  return (
    <select
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value as Value)}
      className="rounded-sm border border-hairline bg-raised px-1 py-0.5 text-ink"
    >
      {choices.map(([choice, words]) => (
        <option key={choice} value={choice}>
          {words}
        </option>
      ))}
    </select>
  );
}

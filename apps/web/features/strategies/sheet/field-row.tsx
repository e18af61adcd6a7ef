'use client';

import type { Problem } from '@plateau/core';
import { clsx } from 'clsx';
import { memo, useCallback, useId } from 'react';
import type { Field } from '@/model/sheet/fields.ts';
import { RuleField } from './rule-field.tsx';
import { useNearest } from './use-nearest.ts';

interface FieldRowProps {
  readonly field: Field;
  readonly text: string;
  readonly problems: readonly Problem[];
  readonly choices?: readonly (readonly [string, string])[] | undefined;
  /** the label stands above already, as a heading */
  readonly titled?: boolean;
  readonly onChange: (key: string, text: string) => void;
}

const box = 'rounded-sm border bg-raised px-2 py-1';

/** One field of the sheet with its label, unit and, below, what is wrong with it. */
export const FieldRow = memo(function FieldRow({
  field,
  text,
  problems,
  choices,
  titled = false,
  onChange: onField,
}: FieldRowProps) {
  const { key } = field;
  const onChange = useCallback((next: string) => onField(key, next), [onField, key]);
  const id = useId();
  const wide = field.kind === 'rule' || field.kind === 'dials';
  const faulty = problems.length > 0;
  const nearest = useNearest(field, text, faulty);
  return (
    <div
      data-field={field.key}
      className={clsx('mb-1.5', !wide && 'grid grid-cols-[9.5rem_1fr] items-start gap-x-2')}
    >
      <label htmlFor={id} className={titled ? 'sr-only' : wide ? 'text-soft' : 'pt-1 text-soft'}>
        {field.label}
      </label>
      <div className="min-w-0">
        <div className="flex items-center gap-1.5">
          <div className="min-w-0 flex-1">
            <Control
              id={id}
              field={field}
              text={text}
              problems={problems}
              choices={choices}
              onChange={onChange}
            />
          </div>
          {field.unit && <span className="w-20 shrink-0 text-soft">{field.unit}</span>}
        </div>
        {faulty && (
          <p id={`${id}-fault`} role="alert" className="mt-0.5 text-loss">
            {[...new Set(problems.map((problem) => problem.message))].join(' ')}
          </p>
        )}
        {nearest !== undefined && (
          <p className="mt-0.5 text-soft">
            Nearest that reads:{' '}
            <button
              type="button"
              className="text-left text-ink underline decoration-hairline underline-offset-2 hover:decoration-ink"
              onClick={() => onChange(nearest)}
            >
              {nearest}
            </button>
          </p>
        )}
      </div>
    </div>
  );
});

interface ControlProps extends Omit<FieldRowProps, 'onChange'> {
  readonly id: string;
  readonly onChange: (text: string) => void;
}

function Control({ id, field, text, problems, choices, onChange }: ControlProps) {
  const faulty = problems.length > 0;
  const shared = {
    id,
    value: text,
    'aria-invalid': faulty || undefined,
    'aria-describedby': faulty ? `${id}-fault` : undefined,
    className: clsx(box, 'w-full', faulty ? 'border-loss' : 'border-hairline'),
  };
  switch (field.kind) {
    case 'rule':
    case 'value':
      return <RuleField id={id} field={field} text={text} problems={problems} onChange={onChange} />;
    case 'choice':
      return (
        <select {...shared} onChange={(event) => onChange(event.target.value)}>
          {(choices ?? field.choices ?? []).map(([value, label]) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </select>
      );
    case 'dials':
      return (
        <textarea
          {...shared}
          rows={3}
          placeholder={field.hint}
          onChange={(event) => onChange(event.target.value)}
        />
      );
    default:
      return (
        <input
          {...shared}
          type="text"
          inputMode={field.kind === 'number' ? 'decimal' : 'text'}
          placeholder={field.kind === 'date' ? `${field.hint}, YYYY-MM-DD` : field.hint}
          onChange={(event) => onChange(event.target.value)}
        />
      );
  }
}

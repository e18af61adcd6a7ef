'use client';

import type { Problem } from '@plateau/core';
import { clsx } from 'clsx';
import { memo, useCallback, useId } from 'react';
import type { Field } from '@/model/sheet/fields.ts';
import { Control } from './control.tsx';
import { useNearest } from './use-nearest.ts';

interface FieldRowProps {
  readonly field: Field;
  readonly text: string;
  readonly problems: readonly Problem[];
  /** the days of the sheet's result */
  readonly days?: Int32Array | undefined;
  /** the label stands above already, as a heading */
  readonly titled?: boolean;
  readonly onChange: (key: string, text: string) => void;
}

/** One field of the sheet with its label, unit and, below, what is wrong with it. */
export const FieldRow = memo(function FieldRow({
  field,
  text,
  problems,
  days,
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
            <Control id={id} field={field} text={text} problems={problems} days={days} onChange={onChange} />
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

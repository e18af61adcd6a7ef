'use client';

import { clsx } from 'clsx';
import { type ComponentType, memo, type ReactNode, useCallback, useId } from 'react';
import type { Field } from '@/model/sheet/field.ts';
import { type ControlProps, PlainControl } from './plain-control.tsx';

export interface FieldRowProps extends Pick<ControlProps, 'field' | 'text' | 'problems'> {
  readonly days?: Int32Array | undefined;
  /** the label stands above already, as a heading */
  readonly titled?: boolean;
  readonly onChange: (key: string, text: string) => void;
  /** what it is changed with, where that is not what every field of its kind has */
  readonly control?: ComponentType<ControlProps>;
  /** stands below what is wrong */
  readonly children?: ReactNode;
}

const isWide = ({ kind }: Field): boolean => kind === 'rule' || kind === 'dials';

/** One field with its label, unit and, below, what is wrong with it. */
export const FieldRow = memo(function FieldRow({
  field,
  text,
  problems,
  days,
  titled = false,
  onChange: onField,
  control: Control = PlainControl,
  children,
}: FieldRowProps) {
  const { key } = field;
  const onChange = useCallback((next: string) => onField(key, next), [onField, key]);
  const id = useId();
  const wide = isWide(field);
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
        {problems.length > 0 && (
          <p id={`${id}-fault`} role="alert" className="mt-0.5 text-loss">
            {[...new Set(problems.map((problem) => problem.message))].join(' ')}
          </p>
        )}
        {children}
      </div>
    </div>
  );
});

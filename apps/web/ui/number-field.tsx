'use client';

import type { ComponentProps, ReactNode } from 'react';
import { NumericFormat } from 'react-number-format';
import { box } from './box.ts';

interface NumberFieldProps {
  /** left out where a label points at its id */
  readonly label?: string;
  readonly id?: string | undefined;
  /** as it is kept: digits with a point, nothing, or a dial such as {slots} */
  readonly value: string;
  readonly onChange: (text: string) => void;
  /** told behind it */
  readonly unit?: string | undefined;
  readonly placeholder?: string | undefined;
  /** whether a dial may stand in it */
  readonly dials?: boolean;
  readonly negative?: boolean;
  /** whole numbers alone */
  readonly whole?: boolean;
  readonly disabled?: boolean;
  readonly faulty?: boolean;
  readonly describedBy?: string | undefined;
  readonly className?: string;
  /** stands at its end, before the unit */
  readonly children?: ReactNode;
}

const PLAIN = /^-?\d*\.?\d*$/;

/** A number: its thousands set apart as one types, empty when it is emptied. */
export function NumberField(props: NumberFieldProps) {
  const { value, onChange, unit, dials = false, negative = false, faulty = false, className } = props;
  const plain = value.replace(/[,\s]/g, '');
  // A dial, or what an older sheet holds, is shown as the text it is.
  const asText = !PLAIN.test(plain);
  return (
    <span className={`inline-flex items-center gap-1.5 ${className ?? ''}`}>
      <NumericFormat
        customInput={NumberInput}
        asText={asText ? value : undefined}
        onText={dials || asText ? onChange : undefined}
        value={asText ? '' : plain}
        valueIsNumericString
        thousandSeparator=","
        allowNegative={negative}
        {...(props.whole && { decimalScale: 0 })}
        onValueChange={({ value: next }, { source }) => {
          if (source === 'event') onChange(next);
        }}
        id={props.id}
        inputMode="decimal"
        aria-label={props.label}
        aria-invalid={faulty || undefined}
        aria-describedby={props.describedBy}
        disabled={props.disabled}
        placeholder={props.placeholder}
        className={box({ faulty, className: `w-full min-w-0 px-1.5 py-0.5 ${asText ? 'text-accent' : ''}` })}
      />
      {props.children}
      {unit && <span className="shrink-0 text-soft">{unit}</span>}
    </span>
  );
}

interface NumberInputProps extends ComponentProps<'input'> {
  /** stands in it in place of the number */
  readonly asText: string | undefined;
  /** takes a text that is no number */
  readonly onText: ((text: string) => void) | undefined;
}

/** One input for both, so that the hand stays in it when a number becomes a dial. */
function NumberInput({ asText, onText, value, onChange, ...input }: NumberInputProps) {
  return (
    <input
      {...input}
      value={asText ?? value}
      onChange={(event) => {
        const { value: typed } = event.target;
        if (onText && (asText !== undefined || typed.includes('{'))) onText(typed);
        else onChange?.(event);
      }}
    />
  );
}

'use client';

import { keptOf, readKept, readTyped } from '@plateau/core';
import { type ReactNode, useLayoutEffect, useRef, useState } from 'react';
import { box, POPPED } from './box.ts';
import { everyDigit } from './format.ts';

interface NumberFieldProps {
  /** left out where a label points at its id */
  readonly label?: string;
  readonly id?: string | undefined;
  /** as it is kept: digits with a point, nothing, a dial such as {slots}, or what was typed and is no number */
  readonly value: string;
  readonly onChange: (text: string) => void;
  /** told behind it */
  readonly unit?: string | undefined;
  readonly placeholder?: string | undefined;
  /** whether a dial may stand in it */
  readonly dials?: boolean;
  readonly disabled?: boolean;
  readonly faulty?: boolean;
  readonly describedBy?: string | undefined;
  readonly className?: string;
  /** stands at its end, before the unit */
  readonly children?: ReactNode;
}

interface Typed {
  readonly text: string;
  /** what was kept before it was typed */
  readonly over: string;
  /** whether anything has been typed since one came into the field */
  readonly changed: boolean;
}

/** What is kept, as one would type it. */
const plain = (kept: string): string => kept.replace(/\?$/, '');

/** What is kept, as it stands in a field that is left: a number with its thousands set apart, all else as it was typed. */
function shown(kept: string): string {
  const read = readKept(kept);
  return read.kind === 'one' ? everyDigit(read.value) : plain(kept);
}

/** A number: what is typed stays as it was typed while one is in it, and beside it what it was taken for. */
export function NumberField({ value, onChange, dials = false, faulty = false, ...props }: NumberFieldProps) {
  const [typed, setTyped] = useState<Typed>();
  const input = useRef<HTMLInputElement>(null);
  // Where its text gives way to the number as one would type it, what was selected would not stay so.
  useLayoutEffect(() => {
    if (typed?.changed === false) input.current?.select();
  }, [typed]);
  const kept = (text: string): string => (dials && text.includes('{') ? text : keptOf(text));
  // Another value from outside, as by an undo, takes the place of what was typed.
  const stands = typed !== undefined && [kept(typed.text), typed.over].includes(value);
  const text = stands ? typed.text : shown(value);
  const isDial = value.includes('{');
  const read = readKept(value);
  const isFaulty = faulty || (read.kind === 'none' && value !== '' && !isDial);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: what is heard here comes from the field in it
    <span
      className={`relative inline-flex items-center gap-1.5 ${props.className ?? ''}`}
      onBlur={({ currentTarget, relatedTarget }) => {
        if (!currentTarget.contains(relatedTarget)) setTyped(undefined);
      }}
    >
      <input
        ref={input}
        type="text"
        inputMode="decimal"
        autoComplete="off"
        id={props.id}
        aria-label={props.label}
        aria-invalid={isFaulty || undefined}
        title={read.kind === 'none' && value !== '' && !isDial ? read.why : undefined}
        aria-describedby={props.describedBy}
        disabled={props.disabled}
        placeholder={props.placeholder}
        value={text}
        onFocus={() => setTyped({ text: plain(value), over: value, changed: false })}
        onChange={({ target }) => {
          setTyped({ text: target.value, over: value, changed: true });
          onChange(kept(target.value));
        }}
        className={box({
          faulty: isFaulty,
          className: `w-full min-w-0 px-1.5 py-0.5 ${isDial ? 'text-accent' : ''}`,
        })}
      />
      {stands && typed.changed && !isDial && (
        <TakenFor text={text} told={props.describedBy !== undefined} onChoose={onChange} />
      )}
      {props.children}
      {props.unit && <span className="shrink-0 text-soft">{props.unit}</span>}
    </span>
  );
}

interface TakenForProps {
  readonly text: string;
  /** whether its fault is told elsewhere */
  readonly told: boolean;
  readonly onChoose: (kept: string) => void;
}

/** What a typed text was taken for, where it is not written as the field would write it. */
function TakenFor({ text, told, onChoose }: TakenForProps) {
  if (text.trim() === '') return null;
  const read = readTyped(text);
  if (read.kind === 'one' && everyDigit(read.value) === text) return null;
  if (read.kind === 'none' && told) return null;
  return (
    <span
      role="status"
      className={`absolute right-0 bottom-full mb-px whitespace-nowrap px-1.5 py-0.5 ${POPPED}`}
    >
      {read.kind === 'one' && `= ${everyDigit(read.value)}`}
      {read.kind === 'none' && read.why}
      {read.kind === 'either' &&
        read.values.map((value) => (
          <button
            key={value}
            type="button"
            className="min-h-[1.85rem] px-1 text-accent hover:underline"
            onClick={() => onChoose(String(value))}
          >
            {everyDigit(value)}?
          </button>
        ))}
    </span>
  );
}

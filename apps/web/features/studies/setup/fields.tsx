'use client';

import { dayFromIso, isoFromDay, readKept } from '@plateau/core';
import { type ReactNode, useId } from 'react';
import { namesInstrument } from '@/model/sheet/field-values.ts';
import { RateField } from '@/parts/fields/rate-field.tsx';
import { box } from '@/ui/box.ts';
import { DateField } from '@/ui/date-field.tsx';
import { NumberField } from '@/ui/number-field.tsx';
import { TextInput } from '@/ui/text-input.tsx';
import { useCommitted } from '@/ui/use-committed.ts';

interface SettingProps {
  readonly label: string;
  readonly children: (id: string) => ReactNode;
}

/** A setting of a study with its name before it. */
export function Setting({ label, children }: SettingProps) {
  const id = useId();
  return (
    <div className="grid grid-cols-[7rem_1fr] items-center gap-x-2 py-0.5">
      <label htmlFor={id} className="text-soft">
        {label}
      </label>
      <div className="flex min-w-0 items-center gap-1.5">{children(id)}</div>
    </div>
  );
}

/** A heading within the settings. */
export function SettingsPart({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="border-b border-hairline py-2 last:border-b-0">
      <h3 className="pb-1 font-serif text-base">{title}</h3>
      {children}
    </section>
  );
}

interface CommittedNumberProps {
  readonly id?: string;
  readonly label?: string;
  readonly value: number | undefined;
  /** the row that the value was read from */
  readonly from: unknown;
  /** is given the number when the field is left; undefined where it was emptied */
  readonly onCommit: (value: number | undefined) => void;
  readonly optional?: boolean;
  readonly unit?: string;
  readonly placeholder?: string;
  readonly className?: string;
}

/** A number that is taken when its field is left, or Enter is pressed. */
export function CommittedNumber(props: CommittedNumberProps) {
  const { value, from, onCommit, optional = false, ...field } = props;
  const { text, enter, type, leave } = useCommitted({
    value: value === undefined ? '' : String(value),
    from,
    onCommit: (typed) => {
      const read = readKept(typed);
      if (typed.trim() === '' ? optional : read.kind === 'one')
        onCommit(read.kind === 'one' ? read.value : undefined);
    },
  });
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: what is heard here comes from the field in it
    <span
      className={`inline-flex min-w-0 ${props.className ?? ''}`}
      onFocus={enter}
      onBlur={leave}
      onKeyDown={({ key, target }) => {
        if (key === 'Enter' && target instanceof HTMLElement) target.blur();
      }}
    >
      <NumberField {...field} value={text} onChange={type} className="w-full min-w-0" />
    </span>
  );
}

interface CommittedRateProps {
  readonly id: string;
  readonly label: string;
  readonly value: number | string;
  /** the row that the value was read from */
  readonly from: unknown;
  readonly onCommit: (value: number | string) => void;
}

/** Percent a year: a number, taken when its field is left, or an instrument whose close it is. */
export function CommittedRate({ value, from, onCommit, ...field }: CommittedRateProps) {
  const { text, enter, type, leave, commit } = useCommitted({
    value: String(value),
    from,
    onCommit: (typed) => {
      const read = readKept(typed === '' ? '0' : typed);
      if (namesInstrument(typed)) onCommit(typed);
      else if (read.kind === 'one') onCommit(read.value);
    },
  });
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: what is heard here comes from the field in it
    <span className="inline-flex min-w-0 items-center gap-1.5" onFocus={enter} onBlur={leave}>
      <RateField
        {...field}
        value={text}
        placeholder="0"
        faulty={false}
        describedBy={undefined}
        onChange={(next) => (namesInstrument(next) ? commit(next) : type(next))}
      />
      <span className="whitespace-nowrap text-soft">% a year</span>
    </span>
  );
}

interface CommittedDateProps {
  readonly id: string;
  readonly value: number | undefined;
  readonly from: unknown;
  readonly onCommit: (day: number | undefined) => void;
  readonly placeholder: string;
  readonly first?: number | undefined;
  readonly last?: number | undefined;
}

/** A day that is taken when it is pointed at, or its field is left with one in it. */
export function CommittedDate({ value, from, onCommit, ...field }: CommittedDateProps) {
  const { text, enter, type, leave, commit } = useCommitted({
    value: value === undefined ? '' : isoFromDay(value),
    from,
    onCommit: (typed) => {
      const plain = typed.trim();
      const day = dayFromIso(plain);
      if (plain === '' || day !== undefined) onCommit(day);
    },
  });
  return (
    <DateField
      {...field}
      value={text}
      onChange={type}
      onPoint={commit}
      onEnter={enter}
      onLeave={leave}
      choices={[[field.placeholder, undefined]]}
      faulty={text.trim() !== '' && dayFromIso(text.trim()) === undefined}
      className="w-full"
    />
  );
}

interface CommittedTextProps {
  readonly id?: string;
  readonly label?: string;
  readonly value: string;
  readonly from: unknown;
  readonly onCommit: (text: string) => void;
  readonly placeholder?: string;
}

/** A text that is taken when its field is left. */
export function CommittedText({ label, ...field }: CommittedTextProps) {
  return (
    <TextInput
      {...field}
      {...(label !== undefined && { 'aria-label': label })}
      autoComplete="off"
      spellCheck={false}
      className={box({ className: 'w-full min-w-0 px-1.5 py-0.5' })}
    />
  );
}

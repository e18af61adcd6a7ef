'use client';

import { type ControlProps, PlainControl } from '@/parts/fields/plain-control.tsx';
import { RateField } from '@/parts/fields/rate-field.tsx';
import { RuleField } from '@/parts/rules/rule-field.tsx';
import { box } from '@/ui/box.ts';
import { NumberField } from '@/ui/number-field.tsx';
import { SettingDial } from './setting-dial.tsx';

/** What a sheet's field is changed with, by its kind: rules, dials, and numbers that may be one. */
export function Control(props: ControlProps) {
  const { id, field, text, problems, onChange } = props;
  const faulty = problems.length > 0;
  const shared = { id, value: text, faulty, describedBy: faulty ? `${id}-fault` : undefined };
  const dial = <SettingDial label={field.label} text={text} onChange={onChange} />;
  switch (field.kind) {
    case 'rule':
    case 'value':
      return <RuleField id={id} field={field} text={text} problems={problems} onChange={onChange} />;
    case 'rate':
      return (
        <RateField {...shared} label={field.label} placeholder={field.hint} dial={dial} onChange={onChange} />
      );
    case 'number':
      return (
        <NumberField
          {...shared}
          dials
          placeholder={field.hint}
          onChange={onChange}
          className="group/number relative w-full"
        >
          {dial}
        </NumberField>
      );
    case 'dials':
      return (
        <textarea
          id={id}
          value={text}
          aria-invalid={faulty || undefined}
          aria-describedby={shared.describedBy}
          rows={3}
          placeholder={field.hint}
          onChange={(event) => onChange(event.target.value)}
          className={box({ faulty, className: 'w-full px-1.5 py-0.5' })}
        />
      );
    default:
      return <PlainControl {...props} />;
  }
}

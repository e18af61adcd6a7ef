'use client';

import type { Problem } from '@plateau/core';
import { RadioGroup } from 'radix-ui';
import { blendSections, blendText, FORMS, isShownInBlend } from '@/model/blend/fields.ts';
import { partsOf } from '@/model/blend/parts.ts';
import type { Surroundings } from '@/model/blend/read.ts';
import type { Field, Section } from '@/model/sheet/field.ts';
import type { Draft, Sheet } from '@/model/sheet/sheet.ts';
import { FieldRow } from '@/parts/fields/field-row.tsx';
import { editBlendText } from '@/store/blends/actions.ts';
import { Fold } from '@/ui/fold.tsx';
import type { LiveBlend } from '../result/use-live-blend.ts';
import { PartsList } from './parts-list.tsx';

interface BlendFormProps {
  readonly blend: Sheet;
  readonly live: LiveBlend;
  readonly around: Surroundings;
  readonly lit: number | undefined;
  readonly onLit: (part: number | undefined) => void;
}

/** The blend: its form in words, its parts, and the settings of that form. */
export function BlendForm({ blend, live, around, lit, onLit }: BlendFormProps) {
  const { draft } = blend;
  const { problems } = live;
  const row = (field: Field) => (
    <FieldRow
      key={`${blend.id} ${field.key}`}
      field={field}
      text={blendText(draft, field.key)}
      problems={problemsOf(problems, field.key)}
      days={live.run?.marks.day}
      onChange={editBlendText}
    />
  );
  return (
    <form aria-label="Blend" onSubmit={(event) => event.preventDefault()} className="px-4 pb-6">
      <Unplaced problems={problems} draft={draft} />
      <FormChoice value={blendText(draft, 'form')} />
      <PartsList blend={blend} live={live} around={around} lit={lit} onLit={onLit} />
      {blendSections.map((section) => {
        const shown = section.fields.filter((field) => isShownInBlend(field, draft));
        if (shown.length === 0) return null;
        if (section.folded) {
          return (
            <Fold
              key={section.id}
              title={section.title}
              words={changedWords(section, draft)}
              mustBeSeen={section.fields.some(({ key }) => problemsOf(problems, key).length > 0)}
              of={shown.map(({ key }) => key).join(' ')}
              className="border-t border-hairline py-1.5"
            >
              <div className="pt-2">{shown.map(row)}</div>
            </Fold>
          );
        }
        return (
          <fieldset key={section.id} className="border-t border-hairline pt-2 pb-1">
            <legend className="sr-only">{section.title}</legend>
            <h2 aria-hidden className="mb-1 font-serif text-base">
              {section.title}
            </h2>
            {shown.map(row)}
          </fieldset>
        );
      })}
      <Notes text={blendText(draft, 'notes')} />
    </form>
  );
}

/** Separate buckets or one account, each with what it means for money. */
function FormChoice({ value }: { value: string }) {
  return (
    <RadioGroup.Root
      value={value}
      onValueChange={(form) => editBlendText('form', form)}
      aria-label="What the parts share"
      className="grid grid-cols-2 gap-2 py-2"
    >
      {FORMS.map(([form, name, words]) => (
        <RadioGroup.Item
          key={form}
          value={form}
          className="rounded-sm border border-hairline p-2 text-left hover:border-strong data-[state=checked]:border-accent data-[state=checked]:bg-accent-paper"
        >
          <span className="block font-serif text-base">{name}</span>
          <span className="block text-soft">{words}</span>
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}

function Notes({ text }: { text: string }) {
  return (
    <label className="block border-t border-hairline pt-2">
      <span className="font-serif text-base">Notes</span>
      <textarea
        value={text}
        rows={3}
        onChange={(event) => editBlendText('notes', event.target.value)}
        className="mt-1 block w-full rounded-sm border border-hairline bg-raised px-1.5 py-0.5"
      />
    </label>
  );
}

/** What of a folded section is set to other than its start, so that nothing works unseen. */
function changedWords(section: Section, draft: Draft): string {
  return section.fields
    .filter((field) => isShownInBlend(field, draft) && blendText(draft, field.key) !== field.initial)
    .map(
      (field) =>
        `${field.label.toLowerCase()} ${blendText(draft, field.key)}${field.unit ? ` ${field.unit}` : ''}`,
    )
    .join('; ');
}

const NO_PROBLEMS: readonly Problem[] = [];

function problemsOf(problems: readonly Problem[], key: string): readonly Problem[] {
  const its = problems.filter(({ path }) => path === key);
  return its.length > 0 ? its : NO_PROBLEMS;
}

/** Faults that have no place in view. */
function Unplaced({ problems, draft }: { problems: readonly Problem[]; draft: Draft }) {
  const ids = new Set(partsOf(draft).map(({ id }) => id));
  const shown = new Set(
    blendSections.flatMap(({ fields }) =>
      fields.filter((field) => isShownInBlend(field, draft)).map(({ key }) => key),
    ),
  );
  const rest = problems.filter(({ path }) => {
    const [, id = ''] = /^part\.([^.]+)\./.exec(path) ?? [];
    return path !== 'parts' && !ids.has(id) && !shown.has(path);
  });
  if (rest.length === 0) return null;
  return (
    <div role="alert" className="mt-2 border border-loss p-2 text-loss">
      {rest.map((problem) => (
        <p key={problem.message}>{problem.message}</p>
      ))}
    </div>
  );
}

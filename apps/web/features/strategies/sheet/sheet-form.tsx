'use client';

import type { Problem } from '@plateau/core';
import { type ReactNode, useCallback, useMemo, useRef } from 'react';
import { readDials, writeDials } from '@/model/sheet/dials.ts';
import { type Field, type Section, sections } from '@/model/sheet/fields.ts';
import { isShown } from '@/model/sheet/read.ts';
import { type Draft, type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { editField, editFields } from '@/store/sheets/actions.ts';
import { openedSheet } from '@/store/sheets/state.ts';
import { Fold } from '@/ui/fold.tsx';
import { Condition } from './blocks/condition.tsx';
import { BlocksContext, type BlocksSetting } from './blocks/context.ts';
import { DialSliders } from './dial-sliders.tsx';
import { SheetField } from './sheet-field.tsx';

const unitOf = (text: string): BlocksSetting['unit'] => (text === 'week' || text === 'month' ? text : 'day');

interface SheetFormProps {
  readonly sheet: Sheet;
  readonly problems: readonly Problem[];
  readonly sharesOf: BlocksSetting['sharesOf'];
  /** the days of its result, from which days can be chosen */
  readonly days: Int32Array | undefined;
  /** what stands below the fields of a section, by its id */
  readonly notes: Readonly<Record<string, ReactNode>>;
}

/** The sheet: every field of the table under its heading. */
export function SheetForm({ sheet, problems, sharesOf, days, notes }: SheetFormProps) {
  const newDials = useRef<string>(undefined);
  const dialsText = textOf(sheet.draft, 'dials');
  const unit = unitOf(textOf(sheet.draft, 'bars'));
  const blocks = useMemo((): BlocksSetting => {
    const dials = () => {
      const now = openedSheet();
      const read = readDials(now ? textOf(now.draft, 'dials') : '');
      return read.ok ? read.dials : {};
    };
    return {
      unit,
      dials,
      position: false,
      Condition,
      shares: new Map(),
      sharesOf,
      addDial: (name, dial) => {
        newDials.current = writeDials({ ...dials(), [name]: dial });
      },
    };
  }, [unit, sharesOf]);
  const change = useCallback((key: string, text: string): void => {
    if (newDials.current === undefined) return editField(key, text);
    editFields({ [key]: text, dials: newDials.current });
    newDials.current = undefined;
  }, []);
  const row = (field: Field, title: string) => (
    <SheetField
      key={`${sheet.id} ${field.key}`}
      field={field}
      text={textOf(sheet.draft, field.key)}
      titled={field.label === title}
      problems={problemsOf(problems, field.key)}
      days={days}
      onChange={change}
    />
  );
  return (
    <BlocksContext value={blocks}>
      <form aria-label="Sheet" onSubmit={(event) => event.preventDefault()} className="px-4 pb-6">
        <Unplaced problems={problems} draft={sheet.draft} />
        {dialsText.trim() !== '' && (
          <div className="border-b border-hairline py-2">
            <DialSliders text={dialsText} onChange={(text, isHeld) => editField('dials', text, isHeld)} />
          </div>
        )}
        {sections.map((section) => {
          const shown = section.fields.filter((field) => isDrawn(field, sheet.draft));
          if (shown.length === 0) return null;
          if (!section.folded) {
            return (
              <fieldset key={section.id} className="border-t border-hairline pt-2 pb-1 first:border-t-0">
                <legend className="sr-only">{section.title}</legend>
                <h2 aria-hidden className="mb-1 font-serif text-base">
                  {section.title}
                </h2>
                {shown.map((field) => row(field, section.title))}
                {notes[section.id]}
              </fieldset>
            );
          }
          return (
            <Fold
              key={section.id}
              title={section.title}
              words={changedWords(section, sheet.draft)}
              mustBeSeen={isFaulty(section, problems)}
              of={shown.map(({ key }) => key).join(' ')}
              className="border-t border-hairline py-1.5"
            >
              <div className="pt-2">
                {shown.map((field) => row(field, section.title))}
                {notes[section.id]}
              </div>
            </Fold>
          );
        })}
      </form>
    </BlocksContext>
  );
}

/** What the sheet shows of its fields: without the rules of a side that it does not trade. */
function isDrawn(field: Field, draft: Draft): boolean {
  return isShown(field, draft) && !(field.key.startsWith('long.') && textOf(draft, 'sides') === 'short');
}

const NO_PROBLEMS: readonly Problem[] = [];

/** The same empty list where there are none, so that a field is not drawn anew for nothing. */
function problemsOf(problems: readonly Problem[], key: string): readonly Problem[] {
  const its = problems.filter((problem) => problem.path === key);
  return its.length > 0 ? its : NO_PROBLEMS;
}

function isFaulty(section: Section, problems: readonly Problem[]): boolean {
  return section.fields.some((field) => problems.some((problem) => problem.path === field.key));
}

/** What of a folded section is set to other than its start, so that nothing works unseen. */
function changedWords(section: Section, draft: Draft): string {
  return section.fields
    .filter((field) => isShown(field, draft) && textOf(draft, field.key) !== field.initial)
    .map((field) => {
      const text = textOf(draft, field.key);
      const words = field.choices?.find(([value]) => value === text)?.[1] ?? text;
      return `${field.label.toLowerCase()} ${words}${field.unit ? ` ${field.unit}` : ''}`;
    })
    .join('; ');
}

/** Problems of settings that have no field of their own in view. */
function Unplaced({ problems, draft }: { problems: readonly Problem[]; draft: Draft }) {
  const keys = sections
    .flatMap((section) => section.fields)
    .filter((field) => isDrawn(field, draft))
    .map((field) => field.key);
  const rest = problems.filter((problem) => !keys.includes(problem.path));
  if (rest.length === 0) return null;
  return (
    <div role="alert" className="mt-2 border border-loss p-2 text-loss">
      {rest.map((problem) => (
        <p key={problem.message}>{problem.message}</p>
      ))}
    </div>
  );
}

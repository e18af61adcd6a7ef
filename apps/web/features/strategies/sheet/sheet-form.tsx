'use client';

import type { Problem } from '@plateau/core';
import { type ReactNode, useCallback, useMemo, useRef } from 'react';
import { isHelpTopic } from '@/model/help-topics.ts';
import { barsOf } from '@/model/sheet/bars.ts';
import { isBlank } from '@/model/sheet/blank.ts';
import { readDials, writeDials } from '@/model/sheet/dials.ts';
import type { Field, Section } from '@/model/sheet/field.ts';
import { followUps } from '@/model/sheet/follow-ups.ts';
import { formSections } from '@/model/sheet/form.ts';
import { isShown } from '@/model/sheet/read.ts';
import { type Draft, type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { HelpMark } from '@/parts/help-mark.tsx';
import { Condition } from '@/parts/rules/blocks/condition.tsx';
import { BlocksContext, type BlocksSetting } from '@/parts/rules/blocks/context.ts';
import { editField, editFields } from '@/store/sheets/actions.ts';
import { openedSheet } from '@/store/sheets/state.ts';
import { Fold } from '@/ui/fold.tsx';
import { BarsField } from './bars-field.tsx';
import { DialSliders } from './dial-sliders.tsx';
import { MirrorButton } from './mirror-button.tsx';
import { SheetField } from './sheet-field.tsx';

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
  const unit = barsOf(sheet.draft);
  // An empty sheet has nothing wrong with it yet.
  const faults = isBlank(sheet.draft) ? NO_PROBLEMS : problems;
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
    const now = openedSheet();
    const others: Draft = {
      ...(now && followUps(now.draft, key, text)),
      ...(newDials.current !== undefined && { dials: newDials.current }),
    };
    // Letters typed one after the other are one step; what changes several settings is one by itself.
    if (Object.keys(others).length === 0) editField(key, text);
    else editFields({ [key]: text, ...others });
    newDials.current = undefined;
  }, []);
  const row = (field: Field, title: string) => (
    <SheetField
      key={`${sheet.id} ${field.key}`}
      field={field}
      text={textOf(sheet.draft, field.key)}
      titled={field.label === title}
      problems={problemsOf(faults, field.key)}
      days={days}
      onChange={change}
    />
  );
  return (
    <BlocksContext value={blocks}>
      <form aria-label="Sheet" onSubmit={(event) => event.preventDefault()} className="px-4 pb-6">
        <Unplaced problems={faults} draft={sheet.draft} />
        {dialsText.trim() !== '' && (
          <div className="border-b border-hairline py-2">
            <DialSliders text={dialsText} onChange={(text, isHeld) => editField('dials', text, isHeld)} />
          </div>
        )}
        {formSections.map((section) => {
          const shown = section.fields.filter((field) => isDrawn(field, sheet.draft));
          if (shown.length === 0) return null;
          if (!section.folded) {
            return (
              <fieldset key={section.id} className="border-t border-hairline pt-2 pb-1 first:border-t-0">
                <legend className="sr-only">{section.title}</legend>
                <div className="mb-1 flex items-center justify-between">
                  <h2 aria-hidden className="font-serif text-base">
                    {section.title}
                  </h2>
                  {isHelpTopic(section.id) && <HelpMark about={section.id} />}
                </div>
                {shown.map((field) => row(field, section.title))}
                {section.id === 'market' && <BarsField key={sheet.id} sheet={sheet} />}
                {notes[section.id]}
              </fieldset>
            );
          }
          return (
            <Fold
              key={section.id}
              title={section.title}
              words={changedWords(section, sheet.draft)}
              mustBeSeen={isFaulty(section, faults)}
              of={shown.map(({ key }) => key).join(' ')}
              mark={isHelpTopic(section.id) && <HelpMark about={section.id} />}
              className="border-t border-hairline py-1.5"
            >
              <div className="pt-2">
                {section.id === 'short' && <MirrorButton sheet={sheet} />}
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
  if (field.key === 'limits.positions' && isOfRotation(draft)) return false;
  return isShown(field, draft) && !(field.key.startsWith('long.') && textOf(draft, 'sides') === 'short');
}

/** Whether the slots are what a rotation holds. */
function isOfRotation(draft: Draft): boolean {
  const rotates = textOf(draft, 'long.rotate') === 'on' && textOf(draft, 'sides') === 'long';
  return rotates && textOf(draft, 'limits.positions').trim() === '';
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
  const keys = formSections
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

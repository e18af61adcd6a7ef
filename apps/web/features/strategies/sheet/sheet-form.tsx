'use client';

import type { Problem } from '@plateau/core';
import { useLiveQuery } from 'dexie-react-hooks';
import { ChevronRight } from 'lucide-react';
import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { readDials, writeDials } from '@/model/sheet/dials.ts';
import { type Field, type Section, sections } from '@/model/sheet/fields.ts';
import { isShown } from '@/model/sheet/read.ts';
import { type Draft, type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { useSymbols, useUniverses } from '@/store/market/listings.ts';
import { readWhere } from '@/store/read.ts';
import { editField, editFields } from '@/store/sheets/actions.ts';
import { openedSheet } from '@/store/sheets/state.ts';
import { Condition } from './blocks/condition.tsx';
import { BlocksContext, type BlocksSetting } from './blocks/context.ts';
import { DialSliders } from './dial-sliders.tsx';
import { FieldRow } from './field-row.tsx';

type Choices = readonly (readonly [string, string])[];

/** What the store offers where a field names a universe or an instrument. */
function useStoreChoices(): Readonly<Record<string, Choices>> {
  const universes = useUniverses();
  const listings = useLiveQuery(() => readWhere('listings', 'kind', ['index', 'fund', 'imported']), []);
  return useMemo(() => {
    const byKind = [...(listings ?? [])].sort((a, b) =>
      a.kind === b.kind ? a.symbol.localeCompare(b.symbol) : a.kind === 'index' ? -1 : 1,
    );
    return {
      universe: (universes ?? []).map(
        (u) => [u.id, `${u.name} (${new Set(u.members.map((m) => m.symbol)).size})`] as const,
      ),
      benchmark: byKind.map((l) => [l.symbol, `${l.symbol}, ${l.name}`] as const),
    };
  }, [universes, listings]);
}

const unitOf = (text: string): BlocksSetting['unit'] => (text === 'week' || text === 'month' ? text : 'day');

interface SheetFormProps {
  readonly sheet: Sheet;
  readonly problems: readonly Problem[];
  readonly sharesOf: BlocksSetting['sharesOf'];
  /** what stands below the fields of a section, by its id */
  readonly notes: Readonly<Record<string, ReactNode>>;
}

/** The sheet: every field of the table under its heading. */
export function SheetForm({ sheet, problems, sharesOf, notes }: SheetFormProps) {
  const symbols = useSymbols();
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
      symbols,
      shares: new Map(),
      sharesOf,
      addDial: (name, dial) => {
        newDials.current = writeDials({ ...dials(), [name]: dial });
      },
    };
  }, [unit, symbols, sharesOf]);
  const change = useCallback((key: string, text: string): void => {
    if (newDials.current === undefined) return editField(key, text);
    editFields({ [key]: text, dials: newDials.current });
    newDials.current = undefined;
  }, []);
  const choices = useStoreChoices();
  const row = (field: Field, title: string) => (
    <FieldRow
      key={`${sheet.id} ${field.key}`}
      field={field}
      text={textOf(sheet.draft, field.key)}
      titled={field.label === title}
      problems={problemsOf(problems, field.key)}
      choices={withCurrent(choices[field.key], textOf(sheet.draft, field.key))}
      onChange={change}
    />
  );
  return (
    <BlocksContext value={blocks}>
      <form aria-label="Sheet" onSubmit={(event) => event.preventDefault()} className="px-4 pb-6">
        <Unplaced problems={problems} draft={sheet.draft} />
        {dialsText.trim() !== '' && (
          <div className="border-b border-hairline py-2">
            <DialSliders text={dialsText} onChange={(text) => editField('dials', text)} />
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
            <FoldedSection
              key={section.id}
              title={section.title}
              words={changedWords(section, sheet.draft)}
              faulty={isFaulty(section, problems)}
            >
              {shown.map((field) => row(field, section.title))}
              {notes[section.id]}
            </FoldedSection>
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

interface FoldedSectionProps {
  readonly title: string;
  /** what of it is set, told while it is folded */
  readonly words: string;
  readonly faulty: boolean;
  readonly children: ReactNode;
}

/** A section that is folded until it is opened or has a fault; a mended fault does not fold it under the hand. */
function FoldedSection({ title, words, faulty, children }: FoldedSectionProps) {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    if (faulty) setOpen(true);
  }, [faulty]);
  return (
    <details
      open={open}
      onToggle={(event) => setOpen(event.currentTarget.open)}
      className="group border-t border-hairline py-1.5"
    >
      <summary className="flex cursor-pointer list-none items-center gap-1 font-serif text-base">
        <ChevronRight size={14} aria-hidden className="shrink-0 group-open:rotate-90" />
        <span className="whitespace-nowrap">{title}</span>
        <span className="ml-auto min-w-0 truncate pl-3 font-sans text-soft">{words}</span>
      </summary>
      <div className="pt-2">{children}</div>
    </details>
  );
}

const NO_PROBLEMS: readonly Problem[] = [];

/** The same empty list where there are none, so that a field is not drawn anew for nothing. */
function problemsOf(problems: readonly Problem[], key: string): readonly Problem[] {
  const its = problems.filter((problem) => problem.path === key);
  return its.length > 0 ? its : NO_PROBLEMS;
}

/** A choice that the store no longer offers stays visible as what it is. */
function withCurrent(choices: Choices | undefined, current: string): Choices | undefined {
  if (!choices || choices.some(([value]) => value === current)) return choices;
  return [...choices, [current, `${current} (not in the store)`]];
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

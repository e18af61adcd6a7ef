'use client';

import { readStrategyFile, writeStrategyFile } from '@plateau/files';
import { Blend, Copy, Download, Library, Link2, Redo2, Trash2, Undo2, Upload } from 'lucide-react';
import { useEffect, useEffectEvent } from 'react';
import { toast } from 'sonner';
import { fieldOf } from '@/model/sheet/fields.ts';
import { readDraft } from '@/model/sheet/read.ts';
import { type Sheet, type Transaction, textOf } from '@/model/sheet/sheet.ts';
import type { Question } from '@/model/studies/questions.ts';
import { BlendThese } from '@/parts/blend/blend-these.tsx';
import { useCommandMenu } from '@/parts/commands/menu-state.ts';
import { useRuleView } from '@/parts/rules/rule-field.tsx';
import { DoubtMenu } from '@/parts/studies/doubt-menu.tsx';
import {
  beginEmpty,
  duplicateSheet,
  editField,
  importStrategy,
  removeSheet,
} from '@/store/sheets/actions.ts';
import { useSheets } from '@/store/sheets/state.ts';
import { useActs } from '@/store/undo.ts';
import { IconButton } from '@/ui/button';
import { saveFile } from '@/ui/save-file.ts';
import { Toggle } from '@/ui/toggle.tsx';
import { useFileChoice } from '@/ui/use-file-choice.tsx';
import { copyLink } from './link.ts';
import { NewSheetMenu } from './new-sheet.tsx';
import { SheetTabs } from './sheet-tabs.tsx';
import { Shortcuts } from './shortcuts.tsx';
import { redoStep, undoStep } from './steps.ts';

const VIEWS = [
  ['blocks', 'Blocks'],
  ['text', 'Text'],
] as const;

const LARGEST_FILE = 2_000_000;

interface SheetBarProps {
  readonly sheet: Sheet;
  readonly onShelf: () => void;
  readonly onSheets: () => void;
}

/** The open sheet's name, the choice of another, and what can be done with it. */
export function SheetBar({ sheet, onShelf, onSheets }: SheetBarProps) {
  const saveProblem = useSheets((s) => s.saveProblem);

  const exportFile = (): void => {
    const read = readDraft(sheet.draft);
    if (!read.ok) {
      toast.error(`Not exported: ${read.problems[0]?.message ?? 'the sheet has a fault'} Mend it first.`);
      return;
    }
    const name = read.request.strategy.name || 'strategy';
    saveFile(`${name}.json`, 'application/json', writeStrategyFile(read.request.strategy));
  };
  const importFile = async (chosen: File): Promise<void> => {
    if (chosen.size > LARGEST_FILE) {
      toast.error(`${chosen.name} is larger than any strategy file; nothing was imported.`);
      return;
    }
    const read = readStrategyFile(await chosen.text(), chosen.name);
    if (!read.ok) {
      const [first, ...more] = read.problems;
      toast.error(
        `${chosen.name}: ${first?.message}${more.length > 0 ? ` (and ${more.length} more)` : ''}. Nothing was imported.`,
        { duration: 15_000 },
      );
      return;
    }
    importStrategy(read.value);
    toast(`“${read.value.name}” is imported as a sheet of its own.`);
  };

  const { field: fileField, choose } = useFileChoice({
    label: 'Strategy file',
    accept: '.json,application/json',
    onFile: importFile,
  });
  const actions = { exportFile, onShelf, onSheets, importNow: choose };
  useSheetCommands(actions);
  const { done, undone } = useActs((acts) => acts.strategies);
  const lastAct = done.at(-1);
  const nextAct = undone.at(-1);
  const lastStep = sheet.past[sheet.past.length - 1];
  const nextStep = sheet.future[0];
  return (
    <>
      <SheetTabs sheet={sheet} onSheets={onSheets} />
      <div className="border-b border-hairline px-4 pt-1 pb-1">
        <div className="flex items-center gap-2">
          <input
            aria-label="Name of the sheet"
            value={textOf(sheet.draft, 'name')}
            onChange={(event) => editField('name', event.target.value)}
            className="min-w-0 flex-1 border-b border-transparent bg-transparent font-serif text-xl hover:border-hairline"
          />
        </div>
        <div className="-mx-2 mt-1 flex items-center" role="toolbar" aria-label="Sheet">
          <IconButton
            label={
              lastStep ? `Undo ${wordsFor(lastStep)}` : lastAct ? `Undo: ${lastAct.words}` : 'Nothing to undo'
            }
            icon={Undo2}
            disabled={!lastStep && !lastAct}
            onClick={() => void undoStep()}
          />
          <IconButton
            label={
              nextStep ? `Redo ${wordsFor(nextStep)}` : nextAct ? `Redo: ${nextAct.words}` : 'Nothing to redo'
            }
            icon={Redo2}
            disabled={!nextStep && !nextAct}
            onClick={() => void redoStep()}
          />
          <span className="mx-0.5 h-4 border-l border-hairline" />
          <IconButton label="Shelf of ready sheets" icon={Library} onClick={onShelf} />
          <NewSheetMenu onShelf={onShelf} />
          <IconButton label="Duplicate" icon={Copy} onClick={() => void duplicateSheet()} />
          <IconButton label="Delete" icon={Trash2} onClick={removeSheet} />
          <BlendThese ticked={[sheet.id]} trigger={<IconButton label="Blend sheets …" icon={Blend} />} />
          <DoubtMenu doubt={(question) => doubtSheet(sheet, question)} />
          <span className="mx-0.5 h-4 border-l border-hairline" />
          <IconButton label="Export as strategy file" icon={Download} onClick={exportFile} />
          <IconButton label="Copy link" icon={Link2} onClick={() => void copyLink(sheet.draft)} />
          <IconButton label="Import a strategy file" icon={Upload} onClick={actions.importNow} />
          {fileField}
          <Shortcuts onShelf={onShelf} />
          <ViewToggle />
          {saveProblem && (
            <span role="alert" className="ml-2 text-loss">
              Not saved: {saveProblem}. Free some space; the sheet is kept in this tab meanwhile.
            </span>
          )}
        </div>
      </div>
    </>
  );
}

/** Rules by blocks or by text. */
function ViewToggle() {
  const [view, setView] = useRuleView();
  return (
    <Toggle label="How rules are shown" value={view} choices={VIEWS} onChange={setView} className="ml-auto" />
  );
}

/** What a step changed, in the words of the sheet. */
function wordsFor({ changes }: Transaction): string {
  const [change] = changes;
  if (!change) return '';
  if (changes.length > 1) return `${changes.length} settings`;
  const label = fieldOf(change.key)?.label.toLowerCase() ?? change.key;
  const brief = (text: string): string => (text.length > 18 ? `${text.slice(0, 17)}…` : text || 'empty');
  return `“${label}”: ${brief(change.from)} to ${brief(change.to)}`;
}

function useSheetCommands(actions: {
  onShelf: () => void;
  onSheets: () => void;
  exportFile: () => void;
  importNow: () => void;
}): void {
  const offer = useCommandMenu((menu) => menu.offer);
  const run = useEffectEvent((name: keyof typeof actions) => actions[name]());
  useEffect(() => {
    offer([
      { group: 'Sheet', label: 'Shelf of ready sheets', run: () => run('onShelf') },
      { group: 'Sheet', label: 'All sheets', run: () => run('onSheets') },
      { group: 'Sheet', label: 'New sheet, empty', run: beginEmpty },
      { group: 'Sheet', label: 'Duplicate sheet', run: () => void duplicateSheet() },
      { group: 'Sheet', label: 'Delete sheet', run: removeSheet },
      { group: 'Sheet', label: 'Export as strategy file', run: () => run('exportFile') },
      { group: 'Sheet', label: 'Import a strategy file', run: () => run('importNow') },
      { group: 'Sheet', label: 'Undo', keys: 'Ctrl+Z', run: () => void undoStep() },
      { group: 'Sheet', label: 'Redo', keys: 'Ctrl+Shift+Z', run: () => void redoStep() },
    ]);
    return () => offer([]);
  }, [offer]);
}

/** What makes a study of it is loaded when it is asked for. */
async function doubtSheet(sheet: Sheet, question: Question): Promise<string> {
  const doubt = await import('@/parts/studies/doubt.ts');
  return doubt.doubtSheet(sheet, question);
}

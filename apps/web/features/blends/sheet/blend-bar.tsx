'use client';

import { readBlendFile, writeBlendFile } from '@plateau/files';
import { Copy, Download, List, Redo2, Trash2, Undo2, Upload } from 'lucide-react';
import { useEffect, useEffectEvent } from 'react';
import { toast } from 'sonner';
import { blendField, blendText } from '@/model/blend/fields.ts';
import { partsOf } from '@/model/blend/parts.ts';
import { draftFromBlend } from '@/model/blend/read.ts';
import type { Sheet, Transaction } from '@/model/sheet/sheet.ts';
import { useCommandMenu } from '@/parts/commands/menu-state.ts';
import { beginBlend, duplicateBlend, editBlendText, removeBlend } from '@/store/blends/actions.ts';
import { newPartId } from '@/store/blends/keep.ts';
import { openBlend, useBlends } from '@/store/blends/state.ts';
import { useActs } from '@/store/undo.ts';
import { IconButton } from '@/ui/button';
import { saveFile } from '@/ui/save-file.ts';
import { useFileChoice } from '@/ui/use-file-choice.tsx';
import { redoBlendStep, undoBlendStep } from '../steps.ts';
import type { BlendReading } from '../use-blend-read.ts';

const LARGEST_FILE = 10_000_000;

/** Takes a blend file in; what is wrong with it is told, and nothing changed. */
async function importBlend(chosen: File): Promise<void> {
  if (chosen.size > LARGEST_FILE) {
    toast.error(`${chosen.name} is larger than any blend file; nothing was imported.`);
    return;
  }
  const read = readBlendFile(await chosen.text(), chosen.name);
  if (!read.ok) {
    const [first, ...more] = read.problems;
    toast.error(
      `${chosen.name}: ${first?.path ? `${first.path}: ` : ''}${first?.message}${more.length > 0 ? ` (and ${more.length} more)` : ''}. Nothing was imported.`,
      { duration: 15_000 },
    );
    return;
  }
  beginBlend(draftFromBlend(read.value, undefined, newPartId), 'The import of a blend');
  toast(`“${read.value.name || 'The blend'}” is imported, its strategies frozen.`);
}

/** A field for a blend file, and what opens it. */
export function useBlendImport() {
  return useFileChoice({ label: 'Blend file', accept: '.json,application/json', onFile: importBlend });
}

/** The open blend's name, and what can be done with it. */
export function BlendBar({ blend, reading }: { blend: Sheet; reading: BlendReading }) {
  const saveProblem = useBlends((s) => s.saveProblem);
  const { draft } = blend;
  const exportFile = (): void => {
    const { read } = reading;
    if (!read.ok) {
      toast.error(`Not exported: ${read.problems[0]?.message ?? 'the blend has a fault.'} Mend it first.`);
      return;
    }
    const { blend: its } = read.asked;
    saveFile(`${its.name || 'blend'}.json`, 'application/json', writeBlendFile(its));
  };
  const { field, choose } = useBlendImport();
  useBlendCommands({ exportFile, importNow: choose, remove: () => removeBlend(blend) });
  const { done, undone } = useActs((acts) => acts.blends);
  const lastAct = done.at(-1);
  const nextAct = undone.at(-1);
  const lastStep = blend.past[blend.past.length - 1];
  const nextStep = blend.future[0];
  return (
    <div className="border-b border-hairline px-4 pt-1 pb-1">
      <input
        aria-label="Name of the blend"
        value={blendText(draft, 'name')}
        onChange={(event) => editBlendText('name', event.target.value)}
        className="w-full min-w-0 border-b border-transparent bg-transparent font-serif text-xl hover:border-hairline"
      />
      <div className="mt-1 flex items-center" role="toolbar" aria-label="Blend">
        <IconButton
          label={
            lastStep
              ? `Undo ${wordsFor(lastStep, draft)}`
              : lastAct
                ? `Undo: ${lastAct.words}`
                : 'Nothing to undo'
          }
          icon={Undo2}
          disabled={!lastStep && !lastAct}
          onClick={() => void undoBlendStep()}
        />
        <IconButton
          label={
            nextStep
              ? `Redo ${wordsFor(nextStep, draft)}`
              : nextAct
                ? `Redo: ${nextAct.words}`
                : 'Nothing to redo'
          }
          icon={Redo2}
          disabled={!nextStep && !nextAct}
          onClick={() => void redoBlendStep()}
        />
        <span className="mx-1.5 h-4 border-l border-hairline" />
        <IconButton label="All blends" icon={List} onClick={() => openBlend(undefined)} />
        <IconButton label="Duplicate" icon={Copy} onClick={() => void duplicateBlend()} />
        <IconButton label="Delete" icon={Trash2} onClick={() => removeBlend(blend)} />
        <span className="mx-1.5 h-4 border-l border-hairline" />
        <IconButton label="Export as blend file" icon={Download} onClick={exportFile} />
        <IconButton label="Import a blend file" icon={Upload} onClick={choose} />
        {field}
        {saveProblem && (
          <span role="alert" className="ml-2 text-loss">
            Not saved: {saveProblem}. Free some space; the blend is kept in this tab meanwhile.
          </span>
        )}
      </div>
    </div>
  );
}

/** What a step changed, in the words of the blend. */
function wordsFor({ changes }: Transaction, draft: Sheet['draft']): string {
  const [change] = changes;
  if (!change) return '';
  const brief = (text: string): string => (text.length > 18 ? `${text.slice(0, 17)}…` : text || 'empty');
  const listed = changes.find(({ key }) => key === 'parts');
  if (listed) {
    const [from, to] = [listed.from, listed.to].map((ids) => ids.split(' ').filter(Boolean).length);
    return from === to
      ? 'the order of the parts'
      : (from ?? 0) < (to ?? 0)
        ? 'a part added'
        : 'a part removed';
  }
  const [, id, text] = /^part\.([^.]+)\.(.+)$/.exec(change.key) ?? [];
  if (changes.length > 1) {
    return changes.every(({ key }) => key.endsWith('.share')) ? 'the shares' : `${changes.length} settings`;
  }
  const label = id
    ? `${text} of ${partsOf(draft).find((part) => part.id === id)?.name ?? 'a part'}`
    : (blendField(change.key)?.label.toLowerCase() ?? change.key);
  if (text === 'strategy') return label;
  return `“${label}”: ${brief(change.from)} to ${brief(change.to)}`;
}

function useBlendCommands(actions: {
  exportFile: () => void;
  importNow: () => void;
  remove: () => void;
}): void {
  const offer = useCommandMenu((menu) => menu.offer);
  const run = useEffectEvent((name: keyof typeof actions) => actions[name]());
  useEffect(() => {
    offer([
      { group: 'Blend', label: 'All blends', run: () => openBlend(undefined) },
      { group: 'Blend', label: 'Duplicate blend', run: () => void duplicateBlend() },
      { group: 'Blend', label: 'Delete blend', run: () => run('remove') },
      { group: 'Blend', label: 'Export as blend file', run: () => run('exportFile') },
      { group: 'Blend', label: 'Import a blend file', run: () => run('importNow') },
      { group: 'Blend', label: 'Undo', keys: 'Ctrl+Z', run: () => void undoBlendStep() },
      { group: 'Blend', label: 'Redo', keys: 'Ctrl+Shift+Z', run: () => void redoBlendStep() },
    ]);
    return () => offer([]);
  }, [offer]);
}

'use client';

import { Dialog } from 'radix-ui';
import { type ReactNode, useEffect, useState } from 'react';
import { partFromRun, partFromSheet } from '@/model/blend/new.ts';
import type { PartTexts } from '@/model/blend/parts.ts';
import { isBlendRun } from '@/model/rows.ts';
import { textOf } from '@/model/sheet/sheet.ts';
import { useRuns } from '@/store/runs/saved-runs.ts';
import { readSheets } from '@/store/sheets/load.ts';
import { useSheets } from '@/store/sheets/state.ts';
import { POPPED } from '@/ui/box.ts';
import { Button } from '@/ui/button';
import { Checkbox } from '@/ui/checkbox.tsx';
import { moment } from '@/ui/format.ts';

interface PartPickerProps {
  /** the button that opens it */
  readonly trigger: ReactNode;
  readonly title: string;
  /** the words of the button that takes so many */
  readonly act: (count: number) => string;
  /** how many must be ticked */
  readonly least: number;
  /** ids of sheets and kept runs that are ticked at first */
  readonly ticked?: readonly string[];
  readonly onPick: (parts: readonly Partial<PartTexts>[]) => void;
}

/** Sheets and kept runs to be ticked: a sheet is followed as it is edited, a run stays as it was kept. */
export function PartPicker({ trigger, ...props }: PartPickerProps) {
  const [open, setOpen] = useState(false);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>{trigger}</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-sunk/60" />
        <Dialog.Content
          aria-describedby={undefined}
          className={`fixed top-20 left-1/2 z-50 flex max-h-[75vh] w-[34rem] -translate-x-1/2 flex-col p-4 ${POPPED}`}
        >
          <Choices {...props} onDone={() => setOpen(false)} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

type ChoicesProps = Omit<PartPickerProps, 'trigger'> & { readonly onDone: () => void };

function Choices({ title, act, least, ticked = [], onPick, onDone }: ChoicesProps) {
  const [marked, setMarked] = useState<readonly string[]>(ticked);
  useEffect(() => void readSheets(), []);
  const sheets = useSheets((s) => s.all)?.filter(({ deleted }) => deleted === undefined) ?? [];
  const runs = (useRuns() ?? []).flatMap((run) => (isBlendRun(run) ? [] : [run]));
  const mark = (id: string): void =>
    setMarked(marked.includes(id) ? marked.filter((one) => one !== id) : [...marked, id]);
  const take = (): void => {
    const parts = marked.flatMap((id) => {
      const sheet = sheets.find((one) => one.id === id);
      const run = runs.find((one) => one.id === id);
      return sheet ? [partFromSheet(sheet)] : run ? [partFromRun(run)] : [];
    });
    onDone();
    onPick(parts);
  };
  return (
    <>
      <Dialog.Title className="font-serif text-lg">{title}</Dialog.Title>
      <div
        className="min-h-0 flex-1 overflow-auto py-2"
        tabIndex={0}
        role="region"
        aria-label="Sheets and kept runs"
      >
        <Ticks title="Sheets, followed as they are edited">
          {sheets.map((sheet) => (
            <Checkbox
              key={sheet.id}
              className="!flex py-0.5"
              checked={marked.includes(sheet.id)}
              onChange={() => mark(sheet.id)}
            >
              {textOf(sheet.draft, 'name') || 'no name'}
            </Checkbox>
          ))}
        </Ticks>
        {runs.length > 0 && (
          <Ticks title="Kept runs, frozen as they were kept">
            {runs.map((run) => (
              <Checkbox
                key={run.id}
                className="!flex py-0.5"
                checked={marked.includes(run.id)}
                onChange={() => mark(run.id)}
              >
                {run.name || 'no name'} <span className="text-soft">{moment(run.at)}</span>
              </Checkbox>
            ))}
          </Ticks>
        )}
      </div>
      <div className="flex justify-end gap-2">
        <Dialog.Close asChild>
          <Button>Cancel</Button>
        </Dialog.Close>
        <Button
          className="border-strong bg-accent-paper font-semibold"
          disabled={marked.length < least}
          onClick={take}
        >
          {act(marked.length)}
        </Button>
      </div>
    </>
  );
}

function Ticks({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset className="pb-2">
      <legend className="text-soft">{title}</legend>
      {children}
    </fieldset>
  );
}

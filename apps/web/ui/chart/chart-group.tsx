'use client';

import { Dialog } from 'radix-ui';
import { createContext, type ReactNode, useContext, useEffect, useMemo, useRef, useState } from 'react';
import { POPPED } from '../box.ts';
import { Button } from '../button.tsx';
import { DataTable, dataColumn } from '../data-table.tsx';
import { useDialogFocusReturn } from '../use-focus-return.ts';
import type { ReadoutRows } from './readout.tsx';
import type { Zoom } from './use-zoom.ts';
import { ZOOM_KEYS } from './zoom-buttons.tsx';

/** What stands under each place of a pane's crosshair, in the panes' order. */
type Numbers = () => readonly ReadoutRows[];

const GroupContext = createContext<{ add(name: string, numbers: Numbers): () => void } | undefined>(
  undefined,
);

/** Tells the group around a pane what its table may hold. */
export function useNumbersOf(name: string, numbers: Numbers | undefined): void {
  const group = useContext(GroupContext);
  const latest = useRef(numbers);
  useEffect(() => {
    latest.current = numbers;
  });
  const any = numbers !== undefined;
  useEffect(() => (any ? group?.add(name, () => latest.current?.() ?? []) : undefined), [group, name, any]);
}

interface ChartGroupProps {
  /** what its charts show, for those who do not see them and over their picture */
  readonly name: string;
  readonly zoom: Zoom;
  /** whether the wheel zooms: on a page that does not scroll */
  readonly wheel?: boolean;
  readonly className?: string;
  readonly children: ReactNode;
}

/** Charts under one time axis: the same keys everywhere, and their numbers one key away. */
export function ChartGroup({ name, zoom, wheel = false, className, children }: ChartGroupProps) {
  const panes = useRef(new Map<string, Numbers>());
  const [shown, setShown] = useState<readonly ReadoutRows[]>();
  const registry = useMemo(
    () => ({
      add(pane: string, numbers: Numbers) {
        panes.current.set(pane, numbers);
        return () => void panes.current.delete(pane);
      },
    }),
    [],
  );
  const focusReturn = useDialogFocusReturn();
  const open = (): void => {
    const [first] = panes.current.values();
    if (first) setShown(first());
  };
  return (
    <GroupContext value={registry}>
      <div
        role="group"
        aria-label={`${name}. ${ZOOM_KEYS}`}
        data-charts={name}
        tabIndex={0}
        onKeyDown={(event) => {
          if (event.key !== 't' || event.target !== event.currentTarget) return zoom.onKeyDown(event);
          event.preventDefault();
          // The letter is the chart's: the page has none of its own by it.
          event.stopPropagation();
          open();
        }}
        {...(wheel && { onWheel: zoom.onWheel })}
        className={`select-none ${className ?? ''}`}
      >
        {children}
      </div>
      <Dialog.Root open={shown !== undefined} onOpenChange={(next) => !next && setShown(undefined)}>
        <Dialog.Portal>
          <Dialog.Overlay className="fixed inset-0 z-40 bg-sunk/60" />
          <Dialog.Content
            {...focusReturn}
            aria-describedby={undefined}
            className={`fixed inset-x-24 inset-y-16 flex flex-col p-4 ${POPPED}`}
          >
            <div className="flex items-center justify-between pb-2">
              <Dialog.Title className="font-serif text-lg">{name}, in numbers</Dialog.Title>
              <Dialog.Close asChild>
                <Button>Close</Button>
              </Dialog.Close>
            </div>
            <div className="min-h-0 flex-1">{shown && <NumbersTable name={name} rows={shown} />}</div>
          </Dialog.Content>
        </Dialog.Portal>
      </Dialog.Root>
    </GroupContext>
  );
}

function NumbersTable({ name, rows }: { name: string; rows: readonly ReadoutRows[] }) {
  const columns = useMemo(() => {
    const names = rows[0]?.rows.map(([one]) => one) ?? [];
    return [
      dataColumn<ReadoutRows>('day', 'Day', (row) => row.day, {
        width: 90,
        left: true,
        show: (row) => row.title,
      }),
      ...names.map((one, k) =>
        dataColumn<ReadoutRows>(`value ${k}`, one, (row) => row.rows[k]?.[1], {
          width: 110,
          show: (row) => row.rows[k]?.[1],
        }),
      ),
    ];
  }, [rows]);
  return (
    <DataTable label={`${name}, in numbers`} rows={rows} columns={columns} empty="Nothing is in view." />
  );
}

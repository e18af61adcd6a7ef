'use client';

import { clsx } from 'clsx';
import type { ReactNode } from 'react';
import { Group, Panel, Separator } from 'react-resizable-panels';
import { useNarrow } from './use-narrow.ts';

interface SplitProps {
  /** names what is dragged between them */
  readonly label: string;
  readonly first: ReactNode;
  readonly second: ReactNode;
  /** of the first beside the second: as it begins, and at least */
  readonly size: string;
  readonly least: string;
  readonly firstClass?: string;
  readonly secondClass?: string;
  readonly inert?: boolean;
}

/** Two things beside each other, with their widths to be dragged; in a narrow window one above the other, scrolled as one. */
export function Split({ label, first, second, size, least, firstClass, secondClass, inert }: SplitProps) {
  const narrow = useNarrow();
  const upper = clsx('flex flex-col', firstClass);
  if (narrow) {
    return (
      <div className="h-full overflow-auto" inert={inert} tabIndex={0} role="region" aria-label="Page">
        <div className={clsx('h-[45dvh] border-b border-hairline', upper)}>{first}</div>
        <div className={clsx('h-[max(100%,44rem)]', secondClass)}>{second}</div>
      </div>
    );
  }
  return (
    <Group orientation="horizontal" className="h-full" inert={inert}>
      <Panel defaultSize={size} minSize={least} className={upper}>
        {first}
      </Panel>
      <Separator aria-label={label} className="w-1 bg-hairline hover:bg-accent" />
      <Panel minSize="40%" className={secondClass}>
        {second}
      </Panel>
    </Group>
  );
}

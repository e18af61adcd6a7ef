'use client';

import { clsx } from 'clsx';
import type { LucideIcon } from 'lucide-react';
import { Tooltip } from 'radix-ui';
import type { ComponentProps } from 'react';

export function Button({ className, ...props }: ComponentProps<'button'>) {
  return (
    <button
      type="button"
      className={clsx(
        'inline-flex items-center gap-1.5 rounded-sm border border-hairline bg-raised px-2.5 py-1 hover:border-strong disabled:text-soft disabled:opacity-60',
        className,
      )}
      {...props}
    />
  );
}

interface IconButtonProps extends ComponentProps<'button'> {
  readonly label: string;
  readonly icon: LucideIcon;
}

/** A button that is only a picture: its name is told by the tooltip and to a screen reader. */
export function IconButton(props: IconButtonProps) {
  return (
    <Tooltip.Root>
      <Tooltip.Trigger asChild>
        <PictureButton {...props} />
      </Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content sideOffset={4} className="z-50 border border-strong bg-raised px-2 py-1 text-ink">
          {props.label}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}

/** The same in each row of a table: the browser's own tooltip, for ours would take longer to draw than the row. */
export function RowButton(props: IconButtonProps) {
  return <PictureButton title={props.label} {...props} />;
}

function PictureButton({ label, icon: Icon, className, ...props }: IconButtonProps) {
  return (
    <button
      type="button"
      aria-label={label}
      className={clsx(
        'inline-flex size-[1.85rem] shrink-0 items-center justify-center rounded-sm text-soft hover:bg-sunk hover:text-ink disabled:opacity-40',
        className,
      )}
      {...props}
    >
      <Icon size={15} aria-hidden />
    </button>
  );
}

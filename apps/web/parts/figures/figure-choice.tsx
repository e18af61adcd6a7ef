'use client';

import { type FigureKey, figureCatalogue, headlineFigures } from '@plateau/core';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { Popover } from 'radix-ui';
import { Button } from '@/ui/button';
import { Checkbox } from '@/ui/checkbox.tsx';
import { useShownFigures } from './shown-figures.ts';

/** Chooses the figures that stand beside results, and their order. */
export function FigureChoice() {
  const [shown, change] = useShownFigures();
  const keys = shown.map(({ key }) => key);
  const others = figureCatalogue.filter(({ key }) => !keys.includes(key));
  const move = (key: FigureKey, by: 1 | -1): void => {
    change((now) => {
      const place = Math.max(0, now.indexOf(key) + by);
      const without = now.filter((one) => one !== key);
      return [...without.slice(0, place), key, ...without.slice(place)];
    });
  };
  return (
    <Popover.Root>
      <Popover.Trigger className="rounded-sm text-soft underline decoration-hairline decoration-dotted underline-offset-3 hover:text-ink">
        After costs
        <span className="sr-only">: choose the figures</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          collisionPadding={8}
          aria-label="Figures shown"
          className="z-50 max-h-(--radix-popover-content-available-height) w-72 overflow-auto border border-strong bg-raised p-3 shadow-lg"
        >
          <ul aria-label="Shown, in this order">
            {shown.map(({ key, name }, place) => (
              <li key={key} className="flex items-center gap-1">
                <Checkbox
                  checked
                  onChange={() => change((now) => (now.length > 1 ? now.filter((one) => one !== key) : now))}
                  className="!flex min-w-0 flex-1 py-0.5"
                >
                  {name}
                </Checkbox>
                <Move
                  label={`${name} up`}
                  icon={ArrowUp}
                  disabled={place === 0}
                  onMove={() => move(key, -1)}
                />
                <Move
                  label={`${name} down`}
                  icon={ArrowDown}
                  disabled={place === shown.length - 1}
                  onMove={() => move(key, 1)}
                />
              </li>
            ))}
          </ul>
          <ul aria-label="Not shown" className="mt-1 border-t border-hairline pt-1">
            {others.map(({ key, name }) => (
              <li key={key}>
                <Checkbox
                  checked={false}
                  onChange={() => change((now) => [...now.filter((one) => one !== key), key])}
                  className="!flex py-0.5"
                >
                  {name}
                </Checkbox>
              </li>
            ))}
          </ul>
          <Button className="mt-2" onClick={() => change(() => headlineFigures.map(({ key }) => key))}>
            As at first
          </Button>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

interface MoveProps {
  readonly label: string;
  readonly icon: typeof ArrowUp;
  readonly disabled: boolean;
  readonly onMove: () => void;
}

function Move({ label, icon: Icon, disabled, onMove }: MoveProps) {
  return (
    <button
      type="button"
      aria-label={label}
      disabled={disabled}
      className="p-0.5 text-soft hover:text-ink disabled:opacity-30"
      onClick={onMove}
    >
      <Icon size={12} aria-hidden />
    </button>
  );
}

'use client';

import type { ShownRun } from '@plateau/core';
import Joi from 'joi';
import { Trash2 } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { type Draft, textOf } from '@/model/sheet/sheet.ts';
import { useSetting } from '@/store/setting.ts';
import { editFields } from '@/store/sheets/actions.ts';
import { act } from '@/store/undo.ts';
import { Button, IconButton } from '@/ui/button';
import { money, percent } from '@/ui/format.ts';

/** What a schedule of costs sets. */
const KEYS = [
  'costs.commission.fixed',
  'costs.commission.perShare',
  'costs.commission.percent',
  'costs.commission.min',
  'costs.commission.maxPercent',
  'costs.slippage',
] as const;

interface Schedule {
  readonly name: string;
  readonly texts: Draft;
}

const kind = Joi.array().items(
  Joi.object({
    name: Joi.string().required(),
    texts: Joi.object().pattern(Joi.string(), Joi.string().allow('')).required(),
  }),
);

const schedule = (name: string, ...texts: readonly string[]): Schedule => ({
  name,
  texts: Object.fromEntries(KEYS.map((key, k) => [key, texts[k] ?? ''])),
});

/** To begin with; the trader's own take their place. */
const SCHEDULES: readonly Schedule[] = [
  schedule('Free of commission, wide spread', '0', '0', '0', '0', '100', '8'),
  schedule('A small sum an order', '1', '0', '0', '0', '100', '5'),
  schedule('By the share, with a least', '0', '0.005', '0', '1', '1', '5'),
  schedule('A share of the value, with a least', '0', '0', '0.1', '5', '100', '5'),
  schedule('Nothing at all', '0', '0', '0', '0', '100', '0'),
];

/** What costs came to a year, and schedules of costs to choose from, keep and delete. */
export function CostsNote({ draft, run }: { draft: Draft; run: ShownRun | undefined }) {
  const [schedules, , change] = useSetting<readonly Schedule[]>('cost schedules', kind, SCHEDULES);
  const [open, setOpen] = useState(false);
  const { register, handleSubmit, reset } = useForm({ defaultValues: { name: '' } });
  const add = ({ name: typed }: { name: string }): void => {
    const name = typed.trim();
    if (name === '') return;
    const texts = Object.fromEntries(KEYS.map((key) => [key, textOf(draft, key)]));
    const before = schedules.find((s) => s.name === name);
    void act('strategies', `The schedule “${name}” is kept.`, {
      redo: () => change((now) => [...now.filter((s) => s.name !== name), { name, texts }]),
      undo: () => change((now) => now.flatMap((s) => (s.name !== name ? [s] : before ? [before] : []))),
    });
    reset();
  };
  const remove = (name: string): void => {
    const place = schedules.findIndex((s) => s.name === name);
    const before = schedules[place];
    if (!before) return;
    void act('strategies', `The schedule “${name}” is deleted.`, {
      redo: () => change((now) => now.filter((s) => s.name !== name)),
      undo: () => change((now) => [...now.slice(0, place), before, ...now.slice(place)]),
      told: true,
    });
  };
  return (
    <div className="flex items-start gap-2 pb-1">
      <p className="flex-1 text-soft" data-testid="yearly-costs">
        {run &&
          `A year of this costs ${percent(run.costs.yearly, 2)} of the account: in all ${money(run.costs.commission)} of commission, ${money(run.costs.slippage)} of slippage${
            run.costs.borrow > 0 ? `, ${money(run.costs.borrow)} for borrowed shares` : ''
          }.`}
      </p>
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger asChild>
          <Button>Schedules</Button>
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            align="end"
            sideOffset={4}
            collisionPadding={8}
            aria-label="Schedules of costs"
            className="z-50 w-80 border border-strong bg-raised p-2 shadow-lg"
          >
            <ul>
              {schedules.map(({ name, texts }) => (
                <li key={name} className="flex items-center">
                  <button
                    type="button"
                    className="flex-1 rounded-sm px-2 py-1 text-left hover:bg-accent-paper"
                    onClick={() => {
                      editFields(texts);
                      setOpen(false);
                    }}
                  >
                    {name}
                  </button>
                  <IconButton
                    label={`Delete the schedule ${name}`}
                    icon={Trash2}
                    onClick={() => remove(name)}
                  />
                </li>
              ))}
            </ul>
            <form
              className="mt-2 flex gap-2 border-t border-hairline pt-2"
              onSubmit={(event) => {
                // The sheet is a form too.
                event.stopPropagation();
                void handleSubmit(add)(event);
              }}
            >
              <input
                {...register('name')}
                aria-label="Name of a new schedule"
                placeholder="These costs, as"
                className="min-w-0 flex-1 rounded-sm border border-hairline bg-paper px-1.5"
              />
              <Button type="submit">Keep</Button>
            </form>
            <p className="pt-1 text-soft">Keeping under a name that is there replaces it.</p>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </div>
  );
}

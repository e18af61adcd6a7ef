'use client';

import { readRule } from '@plateau/core';
import { Replace } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { blendFromParts, exchangeable, withConditionExchanged } from '@/model/blend/new.ts';
import { strategyText } from '@/model/blend/strategy-text.ts';
import { readDraft } from '@/model/sheet/read.ts';
import { textOf } from '@/model/sheet/sheet.ts';
import { beginBlend } from '@/store/blends/actions.ts';
import { newPartId } from '@/store/blends/keep.ts';
import { useSheets } from '@/store/sheets/state.ts';
import { box, POPPED } from '@/ui/box.ts';
import { Button } from '@/ui/button';
import { count } from '@/ui/format.ts';
import { Select } from '@/ui/select.tsx';

/** A blend of copies of one sheet, one condition of its entry exchanged in each. */
export function Exchange() {
  const [open, setOpen] = useState(false);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <Button>
          <Replace size={14} aria-hidden /> Copies of one sheet …
        </Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-sunk/60" />
        <Dialog.Content
          className={`fixed top-20 left-1/2 z-50 flex max-h-[75vh] w-[38rem] -translate-x-1/2 flex-col gap-2 overflow-auto p-4 ${POPPED}`}
        >
          <Dialog.Title className="font-serif text-lg">Copies with one condition exchanged</Dialog.Title>
          <Dialog.Description className="text-soft">
            The same entry under several filters, each with a part of the money: the rest of the rules stays,
            and each line below stands in the place of one condition.
          </Dialog.Description>
          <Choices onDone={() => setOpen(false)} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Choices({ onDone }: { onDone: () => void }) {
  const sheets = (useSheets((s) => s.all) ?? []).filter(({ deleted }) => deleted === undefined);
  const readable = sheets.flatMap((sheet) => {
    const read = readDraft(sheet.draft, true);
    return read.ok && exchangeable(read.request.strategy).length > 0 ? [{ sheet, read }] : [];
  });
  const [id, setId] = useState(readable[0]?.sheet.id ?? '');
  const [place, setPlace] = useState('0');
  const [text, setText] = useState('');
  const chosen = readable.find(({ sheet }) => sheet.id === id);
  if (!chosen) return <p>No sheet has an entry rule whose conditions can be told apart.</p>;
  const { strategy } = chosen.read.request;
  const conditions = exchangeable(strategy);
  const others = text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);
  const faults = others.flatMap((line) => {
    const read = readRule(line, {
      expects: 'rule',
      unit: strategy.bars,
      dials: dialValues(strategy),
      position: false,
    });
    return read.ok ? [] : [`“${line}”: ${read.problems[0]?.message ?? 'it does not read.'}`];
  });
  const twice = new Set(others).size < others.length;
  const begin = (): void => {
    const { universe, request } = chosen.read;
    const parts = withConditionExchanged(strategy, Number(place), others).map((copy) => ({
      name: copy.name.slice(0, 60),
      kind: 'frozen' as const,
      strategy: strategyText(copy.strategy),
      universe,
      benchmark: request.benchmark,
    }));
    onDone();
    beginBlend(blendFromParts(`${strategy.name}, exchanged`, parts, newPartId));
  };
  return (
    <>
      <p className="flex items-center gap-2">
        Sheet
        <Select
          label="Sheet"
          value={id}
          choices={readable.map(({ sheet }) => [sheet.id, textOf(sheet.draft, 'name') || 'no name'])}
          onChange={(next) => {
            setId(next);
            setPlace('0');
          }}
        />
      </p>
      <p className="flex items-center gap-2">
        In place of
        <Select
          label="Condition to exchange"
          value={place}
          choices={conditions.map((condition, k) => [String(k), condition])}
          onChange={setPlace}
          className="min-w-0"
        />
      </p>
      <label className="block">
        one of these, a line each
        <textarea
          value={text}
          rows={5}
          placeholder={'close > 50-day average\nclose > 200-day average'}
          aria-invalid={faults.length > 0 || twice || undefined}
          onChange={(event) => setText(event.target.value)}
          className={box({
            faulty: faults.length > 0 || twice,
            className: 'mt-1 block w-full px-1.5 py-0.5',
          })}
        />
      </label>
      {[...faults, ...(twice ? ['The same condition stands there twice.'] : [])].map((fault) => (
        <p key={fault} role="alert" className="text-loss">
          {fault}
        </p>
      ))}
      <div className="flex justify-end gap-2">
        <Dialog.Close asChild>
          <Button>Cancel</Button>
        </Dialog.Close>
        <Button
          className="border-strong bg-accent-paper font-semibold"
          disabled={others.length < 2 || faults.length > 0 || twice}
          onClick={begin}
        >
          {others.length < 2 ? 'Blend the copies' : `Blend ${count(others.length, 'copy')}`}
        </Button>
      </div>
    </>
  );
}

const dialValues = ({
  dials = {},
}: {
  readonly dials?: Readonly<Record<string, { readonly value: number }>>;
}) => Object.fromEntries(Object.entries(dials).map(([name, { value }]) => [name, value]));

'use client';

import { useDraggable, useDroppable } from '@dnd-kit/core';
import { clsx } from 'clsx';
import { GripVertical, MoreHorizontal } from 'lucide-react';
import { Slider } from 'radix-ui';
import { freeze, notedNow, sheetChanged } from '@/model/blend/followed.ts';
import { type PartInDraft, partKey, shareOf } from '@/model/blend/parts.ts';
import type { Surroundings } from '@/model/blend/read.ts';
import { type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { SmallLine } from '@/parts/blend/small-line.tsx';
import { strokeOf } from '@/parts/blend/strokes.ts';
import { RateField } from '@/parts/fields/rate-field.tsx';
import { InstrumentPicker } from '@/parts/instrument-picker.tsx';
import { editBlend, editBlendText } from '@/store/blends/actions.ts';
import { IconButton } from '@/ui/button';
import { Checkbox } from '@/ui/checkbox.tsx';
import { percent } from '@/ui/format.ts';
import { Link } from '@/ui/link.tsx';
import { Menu } from '@/ui/menu.tsx';
import { NumberField } from '@/ui/number-field.tsx';
import type { LiveBlend } from '../result/use-live-blend.ts';

interface PartRowProps {
  readonly blend: Sheet;
  readonly part: PartInDraft;
  readonly place: number;
  readonly count: number;
  readonly live: LiveBlend;
  readonly around: Surroundings;
  readonly lit: number | undefined;
  readonly onLit: (part: number | undefined) => void;
  readonly onSlide: (share: number) => void;
  readonly onSlid: () => void;
  readonly onMove: (to: number) => void;
  readonly onRemove: () => void;
}

/** One part: on or off, its name and what it is, its share, and what it does by itself. */
export function PartRow(props: PartRowProps) {
  const { part, place, count, live, around, lit, onLit, onSlide, onSlid, onMove, onRemove } = props;
  const { id, name } = part;
  const { setNodeRef: setDrop, isOver } = useDroppable({ id });
  const { attributes, listeners, setNodeRef: setDrag, transform, isDragging } = useDraggable({ id });
  const k = live.parts.findIndex((one) => one.id === id);
  const share = shareOf(part);
  const problems = live.problems.filter(({ path }) => path.startsWith(`part.${id}.`));
  const off = part.on === 'off';
  const shown = name || `part ${place + 1}`;
  const sheet = part.kind === 'sheet' ? around.sheetOf(part.sheet) : undefined;
  const items: (readonly [string, () => void])[] = [
    ...(place > 0 ? [['Move up', () => onMove(place - 1)] as const] : []),
    ...(place < count - 1 ? [['Move down', () => onMove(place + 1)] as const] : []),
    ...(part.kind === 'sheet' ? [['Freeze as it is', () => editBlend(freeze(part, around))] as const] : []),
    ['Remove', onRemove],
  ];
  return (
    <li
      ref={setDrag}
      data-part={shown}
      style={transform ? { transform: `translate(0px, ${transform.y}px)` } : undefined}
      className={clsx(
        'list-none border-b border-hairline py-1',
        isDragging && 'relative z-40 bg-raised shadow-md',
      )}
    >
      <div ref={setDrop} className={clsx(isOver && !isDragging && 'outline outline-2 outline-accent')}>
        <div className="flex items-center gap-1.5">
          <button
            type="button"
            {...attributes}
            {...listeners}
            aria-label={`Move ${shown}`}
            className="-my-[0.2rem] -ml-2 inline-flex size-[1.85rem] shrink-0 cursor-grab touch-none items-center justify-center text-soft"
          >
            <GripVertical size={13} aria-hidden />
          </button>
          <Checkbox
            label={`${shown} is on`}
            checked={!off}
            onChange={(on) => editBlendText(partKey(id, 'on'), on ? 'on' : 'off')}
          />
          <button
            type="button"
            aria-label={`Light ${shown}`}
            aria-pressed={k >= 0 && lit === k}
            disabled={k < 0}
            onClick={() => onLit(lit === k ? undefined : k)}
            className="shrink-0 rounded-sm px-0.5 hover:bg-sunk aria-pressed:bg-sunk"
          >
            <svg aria-hidden width={22} height={10}>
              <line
                x1={1}
                x2={21}
                y1={5}
                y2={5}
                strokeWidth={2}
                {...strokeOf(Math.max(k, 0))}
                opacity={k < 0 ? 0.2 : 1}
              />
            </svg>
          </button>
          <input
            aria-label={`Name of part ${place + 1}`}
            value={name}
            aria-invalid={problems.some(({ path }) => path.endsWith('.name')) || undefined}
            onChange={(event) => editBlendText(partKey(id, 'name'), event.target.value)}
            className={clsx(
              'min-w-0 flex-1 truncate border-b border-transparent bg-transparent font-semibold hover:border-hairline aria-invalid:border-loss',
              off && 'opacity-55',
            )}
          />
          <Menu
            trigger={<IconButton label={`More for ${shown}`} icon={MoreHorizontal} className="size-6" />}
            items={items}
          />
        </div>
        <div className={clsx('flex items-center gap-2 pl-5', off && 'opacity-55')}>
          <Slider.Root
            value={[Math.min(100, Math.max(0, share))]}
            min={1}
            max={99}
            step={1}
            disabled={off}
            onValueChange={([next]) => next !== undefined && onSlide(next)}
            onValueCommit={onSlid}
            className="relative flex h-5 min-w-12 flex-1 touch-none items-center"
          >
            <Slider.Track className="relative h-[3px] flex-1 bg-sunk">
              <Slider.Range className="absolute h-full bg-accent" />
            </Slider.Track>
            <Slider.Thumb
              aria-label={`Share of ${shown}`}
              className="block size-4 rounded-full border-2 border-accent bg-raised hover:bg-accent-paper"
            />
          </Slider.Root>
          <NumberField
            label={`Share of ${shown} in percent`}
            value={part.share}
            unit="%"
            faulty={problems.some(({ path }) => path.endsWith('.share'))}
            onChange={(text) => editBlendText(partKey(id, 'share'), text)}
            className="w-[84px] shrink-0"
          />
          <Figures live={live} place={k} />
        </div>
        <div className="pl-5">
          <What part={part} sheet={sheet} around={around} />
          {problems.map(({ path, message }) => (
            <p key={`${path} ${message}`} role="alert" className="text-loss">
              {message}
              {path.endsWith('.sheet') && sheet && (
                <>
                  {' '}
                  <Link className="underline" href={`/strategies?sheet=${sheet.id}`}>
                    Open the sheet
                  </Link>
                </>
              )}
            </p>
          ))}
        </div>
      </div>
    </li>
  );
}

/** Its small curve, growth, drawdown and share of the blend's profit. */
function Figures({ live, place }: { live: LiveBlend; place: number }) {
  const { run } = live;
  const alone = run?.beside?.parts[place];
  const record = run?.parts[place];
  const profit = run?.parts.reduce((sum, part) => sum + part.profit, 0) ?? Number.NaN;
  return (
    <div
      className="flex shrink-0 items-center gap-2 text-right"
      title="Alone: CAGR, maximum drawdown. Its share of the blend’s profit."
    >
      <div className="w-[48px]">
        {alone && run && (
          <SmallLine
            days={run.marks.day}
            values={alone.curve}
            width={48}
            height={18}
            stroke={strokeOf(place).stroke}
          />
        )}
      </div>
      <dl className="flex gap-2">
        {(
          [
            ['CAGR, alone', percent(alone?.alone.cagr ?? Number.NaN)],
            ['Max. drawdown, alone', percent(alone?.alone.maxDrawdown ?? Number.NaN, 0)],
            ['Share of the profit', percent((record?.profit ?? Number.NaN) / profit, 0)],
          ] as const
        ).map(([words, text]) => (
          <div key={words} className="w-[40px]">
            <dt className="sr-only">{words}</dt>
            <dd title={words}>{text}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}

interface WhatProps {
  readonly part: PartInDraft;
  readonly sheet: Sheet | undefined;
  readonly around: Surroundings;
}

/** What a part is, in words, and the choice that belongs to its kind. */
function What({ part, sheet, around }: WhatProps) {
  const { id, name } = part;
  switch (part.kind) {
    case 'sheet':
      if (!sheet) {
        return (
          <p>
            <button
              type="button"
              className="text-accent underline"
              onClick={() => editBlend(freeze(part, around))}
            >
              Freeze it as it was
            </button>
          </p>
        );
      }
      return (
        <>
          <p className="text-soft">
            follows the sheet{' '}
            <Link className="underline hover:text-ink" href={`/strategies?sheet=${sheet.id}`}>
              {textOf(sheet.draft, 'name') || 'no name'}
            </Link>
          </p>
          {sheetChanged(part, sheet) && (
            <p className="flex flex-wrap gap-x-2" role="note">
              The sheet has changed since it was last looked at here.
              <button
                type="button"
                className="text-accent underline"
                onClick={() => editBlend(notedNow(part, sheet))}
              >
                Noted
              </button>
              <button
                type="button"
                className="text-accent underline"
                onClick={() => editBlend({ [partKey(id, 'kind')]: 'frozen' })}
              >
                Freeze it as it was
              </button>
            </p>
          )}
        </>
      );
    case 'frozen':
      return <p className="text-soft">frozen: its rules stay as they were taken in</p>;
    case 'hold':
      return (
        <p className="flex items-center gap-1.5 text-soft">
          holds
          <InstrumentPicker
            label={`Instrument of ${name}`}
            value={part.hold}
            onPick={(symbol) => editBlendText(partKey(id, 'hold'), symbol)}
          />
          from its first bar to its last
        </p>
      );
    case 'cash':
      return (
        <div className="flex items-center gap-1.5 text-soft">
          earns
          <RateField
            id={`${id}-rate`}
            label={`Rate of ${name}`}
            value={part.cash}
            placeholder="0"
            faulty={false}
            describedBy={undefined}
            onChange={(text) => editBlendText(partKey(id, 'cash'), text)}
          />
          <span className="whitespace-nowrap">% a year</span>
        </div>
      );
  }
}

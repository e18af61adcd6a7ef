'use client';

import {
  conditionsOf,
  dayFromIso,
  isoFromDay,
  numbersAsDials,
  rulesWithDial,
  type StudyAxis,
  type TerrainStudy,
  type WalkStudy,
} from '@plateau/core';
import { Plus, X } from 'lucide-react';
import { axisName } from '@/model/studies/axis-words.ts';
import { axisOf } from '@/model/studies/from-sheet.ts';
import { useUniverses } from '@/store/market/listings.ts';
import { Button, IconButton } from '@/ui/button';
import { Checkbox } from '@/ui/checkbox.tsx';
import { Select } from '@/ui/select.tsx';
import { type Change, withPart } from './change.ts';
import type { SettingsProps } from './common-settings.tsx';
import { CommittedNumber, CommittedText, SettingsPart } from './fields.tsx';

type OverGrid = TerrainStudy | WalkStudy;

const MOST_AXES = 3;

/** The dials to turn, each with its range, and the other axes that a terrain may have. */
export function AxesSettings({ row, study, onChange }: SettingsProps<OverGrid>) {
  const { axes, strategy } = study;
  const put = (next: Change<readonly StudyAxis[]>, what: string): void =>
    onChange(
      withPart((now) => ({ axes: next(now.axes) })),
      what,
    );
  const change = (axis: StudyAxis, to: Change<StudyAxis>): void =>
    put(
      (now) => now.map((one) => (isSame(one, axis) ? to(one) : one)),
      `The axis “${axisName(axis)}” was changed.`,
    );
  const remove = (axis: StudyAxis): void =>
    put((now) => now.filter((one) => !isSame(one, axis)), `“${axisName(axis)}” is no axis any more.`);
  const add = (axis: StudyAxis): void =>
    put((now) => [...now.filter((one) => !isSame(one, axis)), axis], `“${axisName(axis)}” is an axis now.`);
  const isFull = axes.length >= MOST_AXES;
  const others = axes.filter((axis) => !('dial' in axis));
  const all = numbersAsDials(strategy);
  return (
    <SettingsPart title="Axes">
      <ul className="grid grid-cols-[minmax(0,1fr)] gap-1.5">
        {Object.entries(strategy.dials).map(([dial, its]) => {
          const axis = axes.find((one) => 'dial' in one && one.dial === dial);
          return (
            <li key={dial}>
              <Checkbox
                checked={axis !== undefined}
                disabled={axis === undefined ? isFull : axes.length === 1}
                onChange={() => (axis ? remove(axis) : add(axisOf(dial, its)))}
              >
                <span>
                  {dial} <span className="text-soft">= {its.value}</span>
                </span>
              </Checkbox>
              {rulesWithDial(strategy, dial).map((rule) => (
                <p key={rule} className="truncate pl-5 text-soft" title={rule}>
                  {rule}
                </p>
              ))}
              {axis && 'dial' in axis && (
                <div className="grid grid-cols-3 gap-1 pt-0.5 pl-5">
                  {(['from', 'to', 'step'] as const).map((key) => (
                    <CommittedNumber
                      key={key}
                      label={`${dial}: ${key}`}
                      value={axis[key]}
                      from={row}
                      onCommit={(value) =>
                        value !== undefined && change(axis, (now) => ({ ...now, [key]: value }))
                      }
                    />
                  ))}
                </div>
              )}
            </li>
          );
        })}
      </ul>
      {Object.keys(all.dials).length > Object.keys(strategy.dials).length && (
        <Button
          className="mt-1.5"
          onClick={() =>
            onChange(
              withPart((now) => ({ strategy: numbersAsDials(now.strategy) })),
              'Every number of its rules is a dial now.',
            )
          }
        >
          <Plus size={13} aria-hidden /> Every number as a dial
        </Button>
      )}
      {others.map((axis) => (
        <div key={axisName(axis)} className="pt-1.5">
          <div className="flex items-center justify-between">
            <span>By {axisName(axis)}</span>
            <IconButton
              label={`No axis by ${axisName(axis)}`}
              icon={X}
              disabled={axes.length === 1}
              onClick={() => remove(axis)}
            />
          </div>
          <OtherAxis axis={axis} row={row} study={study} onChange={(to) => change(axis, to)} />
        </div>
      ))}
      {study.kind === 'terrain' && !isFull && <AddAxis study={study} onAdd={add} />}
    </SettingsPart>
  );
}

/** Whether two are the same axis, whatever its places are by now. */
const isSame = (a: StudyAxis, b: StudyAxis): boolean => axisName(a) === axisName(b);

interface OtherAxisProps {
  readonly axis: StudyAxis;
  readonly row: unknown;
  readonly study: OverGrid;
  readonly onChange: (change: Change<StudyAxis>) => void;
}

function OtherAxis({ axis, row, study, onChange }: OtherAxisProps) {
  const universes = useUniverses();
  if ('universes' in axis) {
    return (universes ?? []).map(({ id, name }) => (
      <Checkbox
        key={id}
        className="flex"
        checked={axis.universes.includes(id)}
        disabled={axis.universes.length === 1 && axis.universes.includes(id)}
        onChange={(on) =>
          onChange((now) => {
            const others = 'universes' in now ? now.universes.filter((one) => one !== id) : [];
            return { universes: on ? [...others, id] : others };
          })
        }
      >
        {name}
      </Checkbox>
    ));
  }
  if ('instruments' in axis || 'benchmarks' in axis) {
    const key = 'instruments' in axis ? 'instruments' : 'benchmarks';
    const symbols = 'instruments' in axis ? axis.instruments : axis.benchmarks;
    return (
      <CommittedText
        label={`Symbols of the axis by ${axisName(axis)}`}
        value={symbols.join(' ')}
        from={row}
        onCommit={(text) => {
          const next = [...new Set(text.split(/[\s,;]+/).filter(Boolean))];
          if (next.length > 0) onChange(() => ({ [key]: next }) as unknown as StudyAxis);
        }}
      />
    );
  }
  if ('spans' in axis) return <Spans axis={axis} row={row} onChange={onChange} />;
  if ('condition' in axis) {
    const { rule, number } = axis.condition;
    const text = conditionsOf(study.strategy).find((one) => one.rule === rule && one.number === number)?.text;
    return <p className="truncate text-soft">{text}</p>;
  }
  return null;
}

interface SpansProps {
  readonly axis: Extract<StudyAxis, { readonly spans: unknown }>;
  readonly row: unknown;
  readonly onChange: (change: Change<StudyAxis>) => void;
}

const ISO = /(\d{4}-\d\d-\d\d)?\.\.(\d{4}-\d\d-\d\d)?/g;

/** Spans as text: `2005-01-03..2012-12-31`, one behind the other, either end open. */
function Spans({ axis, row, onChange }: SpansProps) {
  const iso = (day: number | undefined): string => (day === undefined ? '' : isoFromDay(day));
  return (
    <CommittedText
      label="Spans of days"
      placeholder="2005-01-03..2012-12-31 2013-01-01.."
      value={axis.spans.map(({ from, to }) => `${iso(from)}..${iso(to)}`).join(' ')}
      from={row}
      onCommit={(text) => {
        const spans = [...text.matchAll(ISO)].map(([, from, to]) => {
          const [first, last] = [from && dayFromIso(from), to && dayFromIso(to)];
          return {
            ...(typeof first === 'number' && { from: first }),
            ...(typeof last === 'number' && { to: last }),
          };
        });
        if (spans.length > 0) onChange(() => ({ spans }));
      }}
    />
  );
}

interface AddAxisProps {
  readonly study: TerrainStudy;
  readonly onAdd: (axis: StudyAxis) => void;
}

/** An axis that is no dial. */
function AddAxis({ study, onAdd }: AddAxisProps) {
  const { axes, universe, benchmark, strategy } = study;
  const has = (key: string): boolean => axes.some((axis) => key in axis);
  const conditions = conditionsOf(strategy);
  const offered: readonly (readonly [string, string])[] = [
    ...(has('universes') ? [] : [['universes', 'by universe'] as const]),
    ...(has('instruments') ? [] : [['instruments', 'each instrument alone'] as const]),
    ...(has('benchmarks') ? [] : [['benchmarks', 'by benchmark'] as const]),
    ...(has('spans') ? [] : [['spans', 'by span of days'] as const]),
    ...conditions.map(({ text }, k) => [`condition ${k}`, `on and off: ${text}`] as const),
  ];
  const add = (what: string): void => {
    const condition = conditions[Number(what.split(' ')[1])];
    if (what === 'universes') onAdd({ universes: [universe] });
    else if (what === 'instruments') onAdd({ instruments: [benchmark] });
    else if (what === 'benchmarks') onAdd({ benchmarks: [benchmark] });
    else if (what === 'spans') onAdd({ spans: [{}] });
    else if (condition) onAdd({ condition: { rule: condition.rule, number: condition.number } });
  };
  return (
    <div className="pt-2">
      <Select
        label="Another axis"
        value=""
        placeholder="Another axis …"
        choices={offered}
        onChange={add}
        className="w-full"
      />
    </div>
  );
}

'use client';

import { readKept } from '@plateau/core';
import { Slider } from 'radix-ui';
import { useRef } from 'react';
import { type DialText, readDials, writeDials } from '@/model/sheet/dials.ts';
import { NumberField } from '@/ui/number-field.tsx';

interface DialSlidersProps {
  /** the dials as they are typed */
  readonly text: string;
  /** @param isHeld whether a slider has not been let go since the last change */
  readonly onChange: (text: string, isHeld: boolean) => void;
}

/** A slider and a number for each dial; turning one writes the text again. A text that does not read has no sliders. */
export function DialSliders({ text, onChange }: DialSlidersProps) {
  const read = readDials(text);
  if (!read.ok) return null;
  const turn = (name: string, value: number, isHeld: boolean): void => {
    const dial = read.dials[name];
    if (dial && Number.isFinite(value)) {
      onChange(writeDials({ ...read.dials, [name]: { ...dial, value } }), isHeld);
    }
  };
  return (
    <div className="grid gap-1.5" role="group" aria-label="Dials">
      {Object.entries(read.dials).map(([name, dial]) => (
        <Dial key={name} name={name} dial={dial} onTurn={(value, isHeld) => turn(name, value, isHeld)} />
      ))}
    </div>
  );
}

interface DialProps {
  readonly name: string;
  readonly dial: DialText;
  readonly onTurn: (value: number, isHeld: boolean) => void;
}

function Dial({ name, dial: { value, from, to, step = 1 }, onTurn }: DialProps) {
  const isHeld = useRef(false);
  const ranged = from !== undefined && to !== undefined && to > from;
  return (
    <div className="flex items-center gap-3">
      <span className="w-20 truncate">{name}</span>
      {ranged ? (
        <Slider.Root
          value={[Math.min(to, Math.max(from, value))]}
          min={from}
          max={to}
          step={step}
          onValueChange={([next]) => {
            if (next === undefined) return;
            onTurn(tidy(next), isHeld.current);
            isHeld.current = true;
          }}
          onValueCommit={() => {
            isHeld.current = false;
          }}
          className="relative flex h-5 min-w-0 flex-1 touch-none items-center"
        >
          <Slider.Track className="relative h-[3px] flex-1 bg-sunk">
            <Slider.Range className="absolute h-full bg-accent" />
          </Slider.Track>
          <Slider.Thumb
            aria-label={`Dial ${name}`}
            className="block size-4 rounded-full border-2 border-accent bg-raised hover:bg-accent-paper"
          />
        </Slider.Root>
      ) : (
        <span className="flex-1 text-soft">no range</span>
      )}
      <NumberField
        label={`Value of ${name}`}
        value={String(value)}
        onChange={(text) => {
          const read = readKept(text);
          if (read.kind === 'one') onTurn(read.value, false);
        }}
        className="w-16"
      />
    </div>
  );
}

/** Without the dust of adding steps of a tenth. */
function tidy(value: number): number {
  return Number(value.toPrecision(12));
}

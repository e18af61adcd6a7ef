'use client';

import { joiResolver } from '@hookform/resolvers/joi';
import type { NumberNode } from '@plateau/core';
import Joi from 'joi';
import { SlidersHorizontal } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { box } from '@/ui/box.ts';
import { Button } from '@/ui/button';
import { NumberField } from '@/ui/number-field.tsx';
import { useBlocks } from './context.ts';
import { numberNode } from './nodes.ts';

interface DialButtonProps {
  readonly label: string;
  readonly node: NumberNode;
  readonly onChange: (node: NumberNode) => void;
}

/** Turns a number into a dial, or a dial into a number again; seen when the number is pointed at or focused. */
export function DialButton({ label, node, onChange }: DialButtonProps) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        aria-label={`Dial for ${label.toLowerCase()}`}
        className="absolute -top-2 -right-2 z-10 rounded-full border border-hairline bg-raised p-0.5 text-soft opacity-0 group-focus-within/number:opacity-100 group-hover/number:opacity-100 hover:text-ink focus:opacity-100 data-[state=open]:opacity-100"
      >
        <SlidersHorizontal size={9} aria-hidden />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={8}
          className="z-50 w-64 border border-strong bg-raised p-3 shadow-lg"
        >
          {node.kind === 'dial' ? (
            <PlainAgain
              name={node.name}
              onPlain={(text) => {
                setOpen(false);
                onChange(numberNode(text));
              }}
            />
          ) : (
            <NewDial
              node={node}
              onDial={(name) => {
                setOpen(false);
                onChange({ kind: 'dial', name, place: node.place });
              }}
            />
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function PlainAgain({ name, onPlain }: { name: string; onPlain: (text: string) => void }) {
  const dials = useBlocks().dials();
  const value = String(dials[name]?.value ?? 1);
  return (
    <Button onClick={() => onPlain(value)}>
      The plain number {value} in place of dial {name}
    </Button>
  );
}

interface NewDialProps {
  readonly node: NumberNode & { readonly kind: 'number' };
  readonly onDial: (name: string) => void;
}

function NewDial({ node: { value }, onDial }: NewDialProps) {
  const { dials: dialsNow, addDial } = useBlocks();
  const dials = dialsNow();
  const schema = Joi.object<Typed>({
    name: Joi.string()
      .pattern(/^[A-Za-z][A-Za-z0-9_ ]*$/)
      .invalid(...Object.keys(dials))
      .required()
      .messages({
        'string.empty': 'It needs a name.',
        'string.pattern.base': 'A name is letters, digits and spaces, a letter first.',
        'any.invalid': 'There is a dial {#value} already.',
      }),
    from: Joi.number().required(),
    to: Joi.number().greater(Joi.ref('from')).required(),
    step: Joi.number().greater(0).required(),
  }).messages({ 'number.base': 'Write from, to and step as numbers.', 'number.greater': BOUNDS });
  const { control, register, handleSubmit, formState } = useForm<Typed>({
    defaultValues: { name: '', ...rangeAround(value) },
    resolver: joiResolver(schema),
  });
  const make = ({ name, from, to, step }: Typed): void => {
    addDial(name, { value, from: Number(from), to: Number(to), step: Number(step) });
    onDial(name);
  };
  const [fault] = Object.values(formState.errors);
  return (
    <form
      aria-label="New dial"
      className="grid gap-2"
      onSubmit={(event) => {
        // The sheet is a form too.
        event.stopPropagation();
        void handleSubmit(make)(event);
      }}
    >
      <label>
        Name of the dial
        <input
          {...register('name', { setValueAs: (text: string) => text.trim() })}
          autoComplete="off"
          className={box({ faulty: formState.errors.name !== undefined, className: 'w-full px-1.5 py-0.5' })}
        />
      </label>
      <div className="grid grid-cols-3 gap-2">
        {(['from', 'to', 'step'] as const).map((key) => (
          <span key={key}>
            <span className="capitalize">{key}</span>
            <Controller
              name={key}
              control={control}
              render={({ field, fieldState }) => (
                <NumberField
                  label={key}
                  value={field.value}
                  faulty={fieldState.invalid}
                  onChange={field.onChange}
                />
              )}
            />
          </span>
        ))}
      </div>
      {fault?.message && (
        <p role="alert" className="text-loss">
          {fault.message}
        </p>
      )}
      <Button type="submit">Make it a dial</Button>
      {Object.keys(dials).length > 0 && (
        <div className="flex flex-wrap gap-1 border-t border-hairline pt-2">
          {Object.keys(dials).map((name) => (
            <Button key={name} onClick={() => onDial(name)}>
              Use dial {name}
            </Button>
          ))}
        </div>
      )}
    </form>
  );
}

interface Typed {
  readonly name: string;
  readonly from: string;
  readonly to: string;
  readonly step: string;
}

const BOUNDS = '“To” must be above “from”, and the step above 0.';

/** A range to begin with: from half of the number to twice of it. */
function rangeAround(value: number): Omit<Typed, 'name'> {
  const whole = Number.isInteger(value);
  const round = (x: number): number => (whole ? Math.max(1, Math.round(x)) : Number(x.toPrecision(3)));
  const step = whole ? Math.max(1, Math.round(value / 20)) : round(value / 10);
  return { from: String(round(value * 0.5)), to: String(round(value * 2)), step: String(step) };
}

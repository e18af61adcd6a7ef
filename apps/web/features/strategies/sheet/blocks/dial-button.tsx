'use client';

import type { NumberNode } from '@plateau/core';
import { SlidersHorizontal } from 'lucide-react';
import { Popover } from 'radix-ui';
import { type FormEvent, useState } from 'react';
import { Button } from '@/ui/button';
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

const NAME = /^[A-Za-z][A-Za-z0-9_ ]*$/;
const field = 'w-full rounded-sm border border-hairline bg-paper px-1.5 py-0.5';

function NewDial({
  node,
  onDial,
}: {
  node: NumberNode & { kind: 'number' };
  onDial: (name: string) => void;
}) {
  const { dials: dialsNow, addDial } = useBlocks();
  const dials = dialsNow();
  const { value } = node;
  const whole = Number.isInteger(value);
  const round = (x: number): number => (whole ? Math.max(1, Math.round(x)) : Number(x.toPrecision(3)));
  const [fault, setFault] = useState<string>();
  const submit = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    event.stopPropagation();
    const data = new FormData(event.currentTarget);
    const name = String(data.get('name')).trim();
    const [from, to, step] = ['from', 'to', 'step'].map((key) => Number(data.get(key)));
    if (!NAME.test(name)) return setFault('A name is letters, digits and spaces, a letter first.');
    if (Object.hasOwn(dials, name)) return setFault(`There is a dial ${name} already.`);
    if (from === undefined || to === undefined || step === undefined || !(to > from) || !(step > 0))
      return setFault('“To” must be above “from”, and the step above 0.');
    addDial(name, { value, from, to, step });
    onDial(name);
  };
  return (
    <form onSubmit={submit} className="grid gap-2" aria-label="New dial">
      <label>
        Name of the dial
        <input name="name" required className={field} autoComplete="off" />
      </label>
      <div className="grid grid-cols-3 gap-2">
        {(
          [
            ['from', round(value * 0.5)],
            ['to', round(value * 2)],
            ['step', whole ? Math.max(1, Math.round(value / 20)) : round(value / 10)],
          ] as const
        ).map(([key, initial]) => (
          <label key={key} className="capitalize">
            {key}
            <input name={key} type="number" step="any" defaultValue={initial} className={field} />
          </label>
        ))}
      </div>
      {fault && (
        <p role="alert" className="text-loss">
          {fault}
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

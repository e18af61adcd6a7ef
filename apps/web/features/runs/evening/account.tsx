'use client';

import type { Evening, FollowedAccount, OwnFill, OwnHolding } from '@plateau/core';
import {
  describeProblem,
  eventsCsv,
  fillsCsv,
  holdingsCsv,
  type OwnRows,
  readEventsCsv,
  readFillsCsv,
  readHoldingsCsv,
} from '@plateau/files';
import { Upload } from 'lucide-react';
import { type ReactNode, useId, useRef, useState } from 'react';
import { canHold, type StoredFollowed } from '@/model/follow/followed.ts';
import { changeFollowed } from '@/store/follow/followed.ts';
import { box } from '@/ui/box.ts';
import { Button } from '@/ui/button';
import { count } from '@/ui/format.ts';
import { NumberField } from '@/ui/number-field.tsx';
import { Radio } from '@/ui/radio.tsx';
import { useFileChoice } from '@/ui/use-file-choice.tsx';

type Kind = FollowedAccount['kind'];

const KINDS: readonly (readonly [Kind, string])[] = [
  ['simulated', 'the simulated account'],
  ['capital', 'your money, filled as simulated'],
  ['fills', 'your money and your fills'],
  ['holdings', 'your positions and cash as they are'],
];

const HEADS = {
  fills: 'date,symbol,side,shares,price,costs',
  holdings: 'symbol,side,shares,date,price',
  events: 'date,symbol,what',
} as const;

interface AccountProps {
  readonly followed: StoredFollowed;
  readonly evening: Evening | undefined;
}

/** Whose size the orders are, and what the trader brings in: money, fills, positions, dated events. */
export function Account({ followed, evening }: AccountProps) {
  const { account, fills, events } = followed;
  const stored = typedOf(followed);
  const [typed, setTyped] = useState(stored);
  const [told, setTold] = useState<string>();
  // What an undo or another tab has changed since shows here too; what is being typed over it would be of another account.
  const key = JSON.stringify([account, fills, events]);
  const [known, setKnown] = useState(key);
  const committed = useRef<string>(undefined);
  if (key !== known) {
    setKnown(key);
    if (key !== committed.current) {
      setTyped(stored);
      setTold(undefined);
    }
  }
  const { kind, capital, cash } = typed;
  const type = (field: keyof Typed) => (text: string) => setTyped((before) => ({ ...before, [field]: text }));
  const kinds = KINDS.filter(([one]) => canHold(followed) || one === 'simulated' || one === 'capital');

  const use = async (): Promise<void> => {
    const read = {
      fills: readFillsCsv(typed.fills, 'Fills'),
      holdings: readHoldingsCsv(typed.holdings, 'Positions'),
      events: readEventsCsv(typed.events, 'Events'),
    };
    const faults = [
      ...problemsOf(read.fills),
      ...(kind === 'holdings' ? problemsOf(read.holdings) : []),
      ...problemsOf(read.events),
    ];
    const made = accountOf(kind, capital, cash, read.holdings.rows);
    if (typeof made === 'string') return setTold(made);
    const change = { account: made, fills: read.fills.rows, events: read.events.rows };
    committed.current = JSON.stringify([change.account, change.fills, change.events]);
    try {
      await changeFollowed(followed.id, `The account of “${followed.name}” is changed.`, change);
    } catch (error) {
      return setTold(`It was not kept: ${(error as Error).message}. What you typed stands above; try again.`);
    }
    setTold(
      faults.length === 0
        ? 'Kept: the orders are for this account now.'
        : `Kept, without ${count(faults.length, 'row')} that cannot be read: ${faults.slice(0, 4).join('; ')}${faults.length > 4 ? ' …' : ''}. The text above still holds them.`,
    );
  };

  return (
    <form
      className="grid gap-2 py-2"
      aria-label={`Account of ${followed.name}`}
      onSubmit={(event) => {
        event.preventDefault();
        void use();
      }}
    >
      <Radio label="The orders are for" value={kind} choices={kinds} onChange={type('kind')} />
      {!canHold(followed) && (
        <p className="text-soft">
          A blend of buckets has no positions of one account: its orders are sized by money alone.
        </p>
      )}
      {(kind === 'capital' || kind === 'fills') && (
        <Field name="Money on the trusted day">
          {(id) => <NumberField id={id} value={capital} onChange={type('capital')} className="w-36" />}
        </Field>
      )}
      {kind === 'holdings' && (
        <>
          <Field name="Cash today">
            {(id) => <NumberField id={id} value={cash} onChange={type('cash')} negative className="w-36" />}
          </Field>
          <Rows
            name="Positions"
            about="side, date and price of the entry may be left out"
            value={typed.holdings}
            placeholder={HEADS.holdings}
            onChange={type('holdings')}
          />
        </>
      )}
      <Rows
        name="Fills"
        about="what your broker did, laid against the simulation; prices and costs in money"
        value={typed.fills}
        placeholder={HEADS.fills}
        onChange={type('fills')}
      />
      <Rows
        name="Events"
        about="results days and the like, told before they come"
        value={typed.events}
        placeholder={HEADS.events}
        onChange={type('events')}
      />
      <div className="flex items-center gap-3">
        <Button type="submit">Use this account</Button>
        {told && (
          <p role="status" className="min-w-0">
            {told}
          </p>
        )}
      </div>
      <Unplaced evening={evening} />
    </form>
  );
}

interface Typed {
  readonly kind: Kind;
  readonly capital: string;
  readonly cash: string;
  readonly fills: string;
  readonly holdings: string;
  readonly events: string;
}

/** The account as one would type it. */
const typedOf = ({ account, fills, events }: StoredFollowed): Typed => ({
  kind: account.kind,
  capital: 'capital' in account ? String(account.capital) : '',
  cash: 'cash' in account ? String(account.cash) : '',
  fills: fills.length === 0 ? '' : fillsCsv(fills),
  holdings: account.kind === 'holdings' ? holdingsCsv(account.holdings) : '',
  events: events.length === 0 ? '' : eventsCsv(events),
});

const problemsOf = ({ problems }: OwnRows<unknown>): string[] => problems.map(describeProblem);

/** The account as it is typed, or what is wrong with it. */
function accountOf(
  kind: Kind,
  capital: string,
  cash: string,
  holdings: readonly OwnHolding[],
): FollowedAccount | string {
  if (kind === 'simulated') return { kind };
  if (kind === 'holdings') {
    if (cash.trim() === '') return 'Type the cash that stands beside the positions; 0 if there is none.';
    return { kind, cash: Number(cash), holdings };
  }
  const money = Number(capital);
  return money > 0 ? { kind, capital: money } : 'Type the money that the account began with, above 0.';
}

interface RowsProps {
  readonly name: string;
  readonly about: string;
  readonly value: string;
  readonly placeholder: string;
  readonly onChange: (text: string) => void;
}

/** Rows of CSV, typed, pasted or out of a file. */
function Rows({ name, about, value, placeholder, onChange }: RowsProps) {
  const { field, choose } = useFileChoice({
    label: `${name} file`,
    accept: '.csv,.txt,text/csv',
    onFile: async (file) => onChange(await file.text()),
  });
  const id = useId();
  const lines = value.trim() === '' ? 0 : value.trim().split('\n').length - 1;
  return (
    <div className="grid gap-1">
      <div className="flex items-center gap-3">
        <label htmlFor={id}>{name}</label>
        <span className="text-soft">
          {lines > 0 ? count(lines, 'row') : 'none'}; {about}
        </span>
        <Button className="ml-auto" onClick={choose}>
          <Upload size={14} aria-hidden /> {name} from a file
        </Button>
        {field}
      </div>
      <textarea
        id={id}
        rows={Math.min(8, Math.max(2, lines + 2))}
        value={value}
        placeholder={placeholder}
        spellCheck={false}
        onChange={(event) => onChange(event.target.value)}
        className={box({ className: 'w-full px-2 py-1 font-mono' })}
      />
    </div>
  );
}

function Field({ name, children }: { name: string; children: (id: string) => ReactNode }) {
  const id = useId();
  return (
    <span className="flex items-center gap-2">
      <label htmlFor={id}>{name}</label>
      {children(id)}
    </span>
  );
}

const WHY: Readonly<Record<NonNullable<Evening['own']>['unplaced'][number]['why'], string>> = {
  'no-bar': 'there is no bar of that day, or it is before the trusted day',
  unknown: 'the run knows no such instrument',
  'no-side': 'more was sold than is held, and the strategy has no such side',
};

/** Own fills that could not be laid on the account. */
function Unplaced({ evening }: { evening: Evening | undefined }) {
  const unplaced = evening?.own?.unplaced ?? [];
  if (unplaced.length === 0) return null;
  const told = (fill: OwnFill): string => fillsCsv([fill]).split('\n')[1] ?? '';
  return (
    <div role="alert">
      <p>
        {count(unplaced.length, 'fill')} could not be laid on the account, which is as if they had not been:
      </p>
      <ul className="list-disc pl-5">
        {unplaced.slice(0, 12).map(({ fill, why }) => (
          <li key={`${fill.day} ${fill.symbol} ${fill.action} ${fill.shares} ${fill.price}`}>
            {told(fill)}: {WHY[why]}
          </li>
        ))}
      </ul>
    </div>
  );
}

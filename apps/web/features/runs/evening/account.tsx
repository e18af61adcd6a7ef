'use client';

import { type Evening, type FarFill, type FollowedAccount, isoFromDay, type OwnFill } from '@plateau/core';
import {
  describeProblem,
  fillsCsv,
  type OwnRows,
  readEventsCsv,
  readFillsCsv,
  readHoldingsCsv,
} from '@plateau/files';
import { Upload } from 'lucide-react';
import { type ReactNode, useEffect, useId, useRef, useState } from 'react';
import { canHold, type StoredFollowed } from '@/model/follow/followed.ts';
import { accountOf, nameOfUsed, type TypedAccount, typedOf } from '@/model/follow/typed-account.ts';
import { farOff } from '@/store/follow/far-off.ts';
import { changeFollowed } from '@/store/follow/followed.ts';
import { keepTypedAccount } from '@/store/follow/typed-account.ts';
import { box } from '@/ui/box.ts';
import { Button } from '@/ui/button';
import { count, price } from '@/ui/format.ts';
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
  /** what was typed and not used when the place was last left */
  readonly unused: TypedAccount | undefined;
}

/** Whose size the orders are, and what the trader brings in: money, fills, positions, dated events. */
export function Account({ followed, evening, unused }: AccountProps) {
  const stored = typedOf(followed);
  const [typed, setTyped] = useState(unused ?? stored);
  const [told, setTold] = useState<string | undefined>(
    unused && 'Not used yet: this was typed when you were last here.',
  );
  // What an undo or another tab has changed since shows here too; what is being typed over it would be of another account.
  const key = nameOfUsed(followed);
  const [known, setKnown] = useState(key);
  const committed = useRef<string>(undefined);
  /** Only what was typed here is kept or forgotten: another tab's may stand in the store. */
  const isTouched = useRef(false);
  if (key !== known) {
    setKnown(key);
    if (key !== committed.current) {
      setTyped(stored);
      setTold(undefined);
      isTouched.current = false;
    }
  }
  const { kind, capital, cash } = typed;
  const type = (field: keyof TypedAccount) => (text: string) => {
    isTouched.current = true;
    setTyped((before) => ({ ...before, [field]: text }));
  };
  // Also of rows that could not be read once the rest is used: they are nowhere but in the text.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the account in use is named by its key
  useEffect(() => {
    if (!isTouched.current) return;
    keepTypedAccount(followed, typed).catch((error: Error) =>
      setTold(`What you type stands here alone until it is used: ${error.message}.`),
    );
  }, [typed, key]);
  // Asked about once; the same rows again are meant.
  const [doubted, setDoubted] = useState<string>();
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
    const made = accountOf(typed, read.holdings.rows);
    if (typeof made === 'string') return setTold(made);
    const far = await farOff(read.fills.rows);
    if (far.length > 0 && doubted !== typed.fills) {
      setDoubted(typed.fills);
      return setTold(
        `Not used yet: ${far.slice(0, 4).map(farWords).join('; ')}${far.length > 4 ? ` and ${count(far.length - 4)} more` : ''}. Mend the price, or press again to use it all the same.`,
      );
    }
    const change = { account: made, fills: read.fills.rows, events: read.events.rows };
    committed.current = nameOfUsed(change);
    isTouched.current = true;
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
            {(id) => <NumberField id={id} value={cash} onChange={type('cash')} className="w-36" />}
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

/** What a fill was written at, beside what traded that day. */
const farWords = ({ fill: { day, symbol, price: at }, low, high }: FarFill): string =>
  `${symbol} on ${isoFromDay(day)} at ${price(at)}, where it traded from ${price(low)} to ${price(high)}`;

const problemsOf = ({ problems }: OwnRows<unknown>): string[] => problems.map(describeProblem);

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
  const lines =
    value.trim() === ''
      ? 0
      : value
          .trim()
          .split('\n')
          .filter((line) => /\d/.test(line)).length;
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

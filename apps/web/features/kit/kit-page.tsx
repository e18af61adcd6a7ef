'use client';

import { Bookmark } from 'lucide-react';
import { type ReactNode, useEffect, useState } from 'react';
import { Boundary } from '@/ui/boundary.tsx';
import { Button, IconButton } from '@/ui/button.tsx';
import { Checkbox } from '@/ui/checkbox.tsx';
import { Confirm } from '@/ui/confirm.tsx';
import { DataTable, dataColumn } from '@/ui/data-table.tsx';
import { DateField } from '@/ui/date-field.tsx';
import { Fold } from '@/ui/fold.tsx';
import {
  bytes,
  count,
  exact,
  moment,
  money,
  percent,
  plainNumber,
  price,
  ratio,
  short,
} from '@/ui/format.ts';
import { Menu } from '@/ui/menu.tsx';
import { NumberField } from '@/ui/number-field.tsx';
import { Progress } from '@/ui/progress.tsx';
import { Radio } from '@/ui/radio.tsx';
import { Select } from '@/ui/select.tsx';
import { Switch } from '@/ui/switch.tsx';
import { SymbolPicker } from '@/ui/symbol-picker.tsx';
import { Toggle } from '@/ui/toggle.tsx';

const WAYS = [
  ['high', 'highest first'],
  ['low', 'lowest first'],
  ['', 'by symbol'],
] as const;
type Way = (typeof WAYS)[number][0];
const MANY = Array.from({ length: 5000 }, (_x, k) => ({
  symbol: `S${String(k).padStart(4, '0')}`,
  name: `Made-up fishery ${k}`,
  note: k % 7 === 0 ? 'fund' : 'stock',
}));
const ROWS = Array.from({ length: 2000 }, (_x, k) => ({
  name: `row ${k}`,
  sum: (k * 37) % 101,
  side: k % 3,
}));
type Row = (typeof ROWS)[number];
const COLUMNS = [
  dataColumn<Row>('name', 'Name', (row) => row.name, { width: 120, left: true, show: (row) => row.name }),
  dataColumn<Row>('sum', 'Sum', (row) => row.sum, { width: 80, show: (row) => money(row.sum) }),
];

/** Every part of the kit in every state it has. */
export function KitPage() {
  const [ready, setReady] = useState(false);
  useEffect(() => setReady(true), []);
  return (
    <main className="h-full overflow-auto px-6 py-4" data-ready={ready}>
      <h1 className="font-serif text-2xl">The parts of the page</h1>
      <div className="grid grid-cols-2 gap-x-10">
        <Buttons />
        <Choices />
        <Ticks />
        <Instruments />
        <Days />
        <Numbers />
        <Work />
        <Written />
        <Tables />
        <Faults />
      </div>
    </main>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="border-b border-hairline py-3">
      <h2 className="pb-2 font-serif text-lg">{title}</h2>
      <div className="grid justify-items-start gap-2">{children}</div>
    </section>
  );
}

function Buttons() {
  return (
    <Part title="Buttons">
      <Button>Plain</Button>
      <Button disabled>Disabled</Button>
      <IconButton label="A picture with its name" icon={Bookmark} />
      <Menu
        trigger={<Button>A menu</Button>}
        items={[
          ['One thing', () => {}],
          ['Another', () => {}],
        ]}
      />
      <Confirm trigger={<Button>Something for good …</Button>} title="Really?" act="Do it" onAct={() => {}}>
        It cannot be undone.
      </Confirm>
    </Part>
  );
}

function Choices() {
  const [way, setWay] = useState<Way>('high');
  return (
    <Part title="One of several">
      <Select label="Order" value={way} choices={WAYS} onChange={setWay} />
      <Select label="Order, faulty" value={way} choices={WAYS} onChange={setWay} faulty />
      <Select label="Order, disabled" value={way} choices={WAYS} onChange={setWay} disabled />
      <Select
        label="Nothing chosen"
        value=""
        choices={[['a', 'a']]}
        onChange={() => {}}
        placeholder="3 more"
      />
      <p>
        A sentence with <Select label="Word" look="word" value={way} choices={WAYS} onChange={setWay} /> in it
      </p>
      <Radio label="Ways" value={way} choices={WAYS} onChange={setWay} />
      <Toggle label="Toggle" value={way} choices={WAYS.slice(0, 2)} onChange={setWay} />
    </Part>
  );
}

function Ticks() {
  const [on, setOn] = useState(true);
  return (
    <Part title="So or not">
      <Checkbox checked={on} onChange={setOn}>
        With its words
      </Checkbox>
      <Checkbox checked={!on} onChange={() => setOn(!on)} disabled>
        Disabled
      </Checkbox>
      <Checkbox checked={on} onChange={setOn} label="Named for those who do not see" />
      <Switch on={on} onChange={setOn}>
        At once
      </Switch>
      <Fold title="Folded away" words="what is set in it">
        <p>What was folded.</p>
      </Fold>
    </Part>
  );
}

function Instruments() {
  const [symbol, setSymbol] = useState('S0012');
  const list: Parameters<typeof SymbolPicker>[0]['list'] = (show) => show(MANY);
  return (
    <Part title="An instrument of 5,000">
      <SymbolPicker label="Instrument" value={symbol} onPick={setSymbol} list={list} />
      <SymbolPicker label="Any symbol" free optional value={symbol} onPick={setSymbol} list={list} />
      <SymbolPicker label="Faulty" faulty value={symbol} onPick={setSymbol} list={list} />
      <SymbolPicker label="Disabled" disabled value="" onPick={setSymbol} list={list} />
    </Part>
  );
}

function Days() {
  const [text, setText] = useState('2020-02-29');
  return (
    <Part title="A day">
      <DateField
        label="Day"
        value={text}
        onChange={setText}
        first={14_000}
        last={20_000}
        choices={[['first day', 14_000]]}
      />
      <DateField label="Day, faulty" value="2020-02-30" onChange={() => {}} faulty />
      <DateField label="Day, disabled" value="" onChange={() => {}} disabled />
    </Part>
  );
}

function Numbers() {
  const [text, setText] = useState('100000');
  return (
    <Part title="A number">
      <NumberField label="Sum" value={text} onChange={setText} unit="of money" dials />
      <NumberField label="Sum, faulty" value={text} onChange={setText} faulty />
      <NumberField label="Sum, disabled" value="" onChange={() => {}} placeholder="no limit" disabled />
      <output aria-label="As it is kept">{text}</output>
    </Part>
  );
}

function Work() {
  return (
    <Part title="Work">
      <Progress label="A third" value={1} max={3} />
      <Progress label="Not known how much" value={undefined} />
    </Part>
  );
}

function Written() {
  return (
    <Part title="As they are written">
      <p>
        {money(-1234567.8)} · {price(-0.5)} · {percent(-0.1234)} · {ratio(1.005)} · {plainNumber(123.456789)}{' '}
        · {exact(1.23456)} · {short(1_234_567)} · {bytes(38e6)} · {count(1, 'share')} · {count(2, 'share')} ·{' '}
        {moment(0)} · {money(Number.NaN)}
      </p>
    </Part>
  );
}

const grouping = { of: (row: Row) => `side ${row.side}`, cells: (name: string) => ({ sum: name }) };

function Tables() {
  const [grouped, setGrouped] = useState(false);
  return (
    <Part title="A table of 2,000 rows">
      <Checkbox checked={grouped} onChange={setGrouped}>
        In groups
      </Checkbox>
      <div className="h-48 w-full">
        <DataTable label="Rows" rows={ROWS} columns={COLUMNS} empty="None." {...(grouped && { grouping })} />
      </div>
    </Part>
  );
}

function Faults() {
  const [broken, setBroken] = useState(false);
  return (
    <Part title="A part that fails">
      <Checkbox checked={broken} onChange={setBroken}>
        Break it
      </Checkbox>
      <Boundary key={String(broken)} name="The broken part">
        <Breaks broken={broken} />
      </Boundary>
      <p>What stands beside it.</p>
    </Part>
  );
}

function Breaks({ broken }: { broken: boolean }) {
  if (broken) throw new Error('it was told to break');
  return <p>Whole.</p>;
}

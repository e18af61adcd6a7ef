// Files in and out: what is read, what is refused and where.

import { dayFromIso, isoFromDay, type Strategy } from '@plateau/core';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import {
  describeProblem,
  type Result,
  readBarsCsv,
  readStrategyFile,
  readUniverseCsv,
  tradesCsv,
  turnDials,
  universeCsv,
  writeStrategyFile,
} from '../src/index.ts';

const faultsOf = (result: Result<unknown>): string[] =>
  result.ok ? [] : result.problems.map(describeProblem);
function valueOf<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(faultsOf(result).join('; '));
  return result.value;
}

describe('bars as CSV', () => {
  const good = 'Date,Open,High,Low,Close,Volume\n2020-01-02,10,12,9,11,100\n2020-01-03,11,13,10,12,200\n';

  it('are read in any column order and case, with byte-order mark, CRLF, quotes, semicolons', () => {
    const expected = valueOf(readBarsCsv(good, 'K.csv'));
    expect([...expected.close]).toEqual([11, 12]);
    expect([...expected.day]).toEqual([dayFromIso('2020-01-02'), dayFromIso('2020-01-03')]);
    for (const text of [
      `\uFEFF${good}`,
      good.replace(/\n/g, '\r\n'),
      good.replace(/,/g, ';'),
      good.replace(/11/g, '"11"'),
      'close,DATE,low,open,HIGH,Volume\n11,2020-01-02,9,10,12,100\n12,2020-01-03,10,11,13,200',
    ]) {
      expect(valueOf(readBarsCsv(text, 'K.csv'))).toEqual(expected);
    }
  });

  it('take an adjusted close to adjust all prices, and a factor as it is', () => {
    const adjusted = valueOf(
      readBarsCsv('Date,Open,High,Low,Close,Volume,Adj Close\n2020-01-02,10,12,8,10,100,5\n', 'K.csv'),
    );
    expect([
      adjusted.open[0],
      adjusted.high[0],
      adjusted.low[0],
      adjusted.close[0],
      adjusted.volume[0],
      adjusted.factor?.[0],
    ]).toEqual([5, 6, 4, 5, 200, 0.5]);
    const factor = valueOf(readBarsCsv('Date,Open,High,Low,Close,Factor\n2020-01-02,5,6,4,5,0.5\n', 'K.csv'));
    expect([factor.close[0], factor.volume[0], factor.factor?.[0]]).toEqual([5, 0, 0.5]);
  });

  it.each([
    ['2020-01-02,10,9,12,11,1', 'K.csv, line 2: the high 9 is below the low 12'],
    ['2020-01-02,10,12,9,13,1', 'K.csv, line 2: the close 13 lies outside low 9 to high 12'],
    ['2020-01-02,-1,12,9,11,1', 'K.csv, line 2: a price is missing, zero or negative'],
    ['2020-01-02,x,12,9,11,1', 'K.csv, line 2: a price is missing, zero or negative'],
    ['2020-01-02,10,12,9', 'K.csv, line 2: a price is missing, zero or negative'],
    ['2020-01-02,10,12,9,11,-5', 'K.csv, line 2: the volume is missing or negative'],
    ['02/01/2020,10,12,9,11,1', 'K.csv, line 2: “02/01/2020” is no date; write YYYY-MM-DD'],
    [
      '2020-01-03,10,12,9,11,1\n2020-01-03,10,12,9,11,1',
      'K.csv, line 3: the day 2020-01-03 does not come after 2020-01-03; sort the rows and drop doubles',
    ],
    ['', 'K.csv: there are no bars below the header'],
  ])('refuse %s', (rows, message) => {
    expect(faultsOf(readBarsCsv(`Date,Open,High,Low,Close,Volume\n${rows}\n`, 'K.csv'))).toEqual([message]);
  });

  it('are read from a long file, and its one bad row is named', () => {
    // A million rows in a thorough run.
    const count = Math.min(1_000_000, cases(400_000));
    const rows = ['Date,Open,High,Low,Close,Volume'];
    const first = -719_000; // the year 1
    for (let k = 0; k < count; k++) rows.push(`${isoFromDay(first + k)},10,11,9,10.5,${k}`);
    const good = readBarsCsv(rows.join('\n'), 'long.csv');
    expect(good.ok && good.value.day.length).toBe(count);
    expect(good.ok && good.value.volume[count - 1]).toBe(count - 1);
    rows[77_777] = `${isoFromDay(first + 77_776)},10,8,9,10.5,1`;
    const bad = readBarsCsv(rows.join('\n'), 'long.csv');
    expect(!bad.ok && bad.problems).toEqual([
      { file: 'long.csv', line: 77_778, message: 'the high 8 is below the low 9' },
    ]);
  });

  it('refuse a header without what they need', () => {
    expect(faultsOf(readBarsCsv('Date,Open,Close\n', 'K.csv'))).toEqual([
      'K.csv, line 1: the header lacks high, low; it needs Date, Open, High, Low, Close and may have Volume, Adj Close, Factor',
    ]);
  });
});

describe('a universe as CSV', () => {
  it('reads dates, groups and several spells of a symbol', () => {
    expect(
      valueOf(
        readUniverseCsv('symbol,from,to,group\nA,,2020-01-05,north\nA,2021-01-01,,north\nB,,,\n\n', 'u.csv'),
      ),
    ).toEqual([
      { symbol: 'A', to: dayFromIso('2020-01-05'), group: 'north' },
      { symbol: 'A', from: dayFromIso('2021-01-01'), group: 'north' },
      { symbol: 'B' },
    ]);
  });
  it('is written as it is read', () => {
    const members = [
      { symbol: 'A', to: dayFromIso('2020-01-05') as number, group: 'north, =1+1' },
      { symbol: 'A', from: dayFromIso('2021-01-01') as number },
      { symbol: 'B' },
    ];
    expect(valueOf(readUniverseCsv(universeCsv(members), 'u.csv'))).toEqual(members);
  });

  it('refuses a bad date, turned dates and a missing header', () => {
    expect(faultsOf(readUniverseCsv('symbol,from,to\nA,soon,\nB,2021-01-01,2020-01-01\n', 'u.csv'))).toEqual([
      'u.csv, line 2: “soon” is no date; write YYYY-MM-DD',
      'u.csv, line 3: B leaves on 2020-01-01, before it comes on 2021-01-01',
    ]);
    expect(faultsOf(readUniverseCsv('name\nA\n', 'u.csv'))).toEqual([
      'u.csv, line 1: the header lacks symbol; it may also have from, to and group',
    ]);
  });
});

describe('a strategy file', () => {
  const least = { format: 'plateau-strategy/2', name: 'Least', long: { enter: 'always', exit: 'never' } };
  const faults = (change: object): string[] =>
    faultsOf(readStrategyFile(JSON.stringify({ ...least, ...change }), 's.json'));

  it('fills in every default, and comes back the same when written and read', () => {
    const strategy = valueOf(readStrategyFile(JSON.stringify(least), 's.json'));
    expect(strategy).toMatchObject({
      bars: 'day',
      size: { method: 'percent-of-equity', percent: 10, unaffordable: 'shrink', fractional: false },
      timing: { enter: 'next-open', exit: 'next-open' },
      account: { capital: 100_000, leverage: 1 },
      costs: { slippage: 0, commission: { maxPercent: 100 } },
      long: { stops: { trigger: 'touch' } },
    });
    expect(valueOf(readStrategyFile(writeStrategyFile(strategy), 's.json'))).toEqual(strategy);
  });

  it.each<[object, string]>([
    [
      { format: 'another/2' },
      's.json: a strategy file has the format “plateau-strategy/2”; this one says “another/2”',
    ],
    [{ colour: 'red' }, 's.json: “colour” is not a key of a strategy file; remove or correct it'],
    [
      { long: { enter: 'always', leave: 'never' } },
      's.json: “long.leave” is not a key of a strategy file; remove or correct it',
    ],
    [
      { size: { method: 'all-in' } },
      's.json: “size.method” must be one of [percent-of-equity, equal-slots, cash, shares, risk-cash, risk-percent, volatility]',
    ],
    [{ size: { method: 'cash' } }, 's.json: “size.amount” is required'],
    [
      { size: { method: 'equal-slots', percent: 5 } },
      's.json: “size.percent” is not a key of a strategy file; remove or correct it',
    ],
    [{ account: { capital: -5 } }, 's.json: “account.capital” must be greater than 0'],
    [{ long: undefined }, 's.json: the strategy needs a “long” or a “short” side'],
    [{ limits: { positions: 2.5 } }, 's.json: “limits.positions” must be an integer'],
  ])('names what is wrong in %j', (change, message) => {
    expect(faults(change)).toContain(message);
  });

  it('of the first version, which calls an exit “leave”, is the same strategy', () => {
    const { long, ...rest } = least;
    const first = {
      ...rest,
      format: 'plateau-strategy/1',
      long: { enter: long.enter, leave: long.exit },
      timing: { leave: 'same-close' },
    };
    expect(valueOf(readStrategyFile(JSON.stringify(first), 's.json'))).toEqual(
      valueOf(readStrategyFile(JSON.stringify({ ...least, timing: { exit: 'same-close' } }), 's.json')),
    );
  });

  it.each<[object, string]>([
    [{ long: { enter: 'always', leave: 7 } }, 's.json: “long.leave” must be a string'],
    [
      { timing: { leave: 'soon' } },
      's.json: “timing.leave” must be one of [next-open, next-close, same-close]',
    ],
    [
      { long: { enter: 'always', exit: 'never' } },
      's.json: “long.exit” is not a key of plateau-strategy/1, where it is “leave”; correct it or the format',
    ],
    [{ long: 7 }, 's.json: “long” must be of type object'],
  ])('of the first version is told its faults in its own words: %j', (change, message) => {
    expect(faults({ format: 'plateau-strategy/1', long: { enter: 'always' }, ...change })).toContain(message);
  });

  it('that is no JSON is refused', () => {
    expect(faultsOf(readStrategyFile('{', 's.json'))[0]).toContain('s.json: this is no JSON');
  });
});

describe('a dial in the place of a number', () => {
  const file = (settings: object, dials: object = { slots: { value: 8, from: 2, to: 20, step: 2 } }) =>
    JSON.stringify({
      format: 'plateau-strategy/2',
      name: 'x',
      long: { enter: 'always', exit: 'close is below {slots}-day average' },
      dials,
      ...settings,
    });
  const read = (settings: object, dials?: object) => readStrategyFile(file(settings, dials), 'x.json');

  it('is the number that it stands at, comes back as it was written, and turns the setting with it', () => {
    const text = { limits: { positions: '{slots}' }, costs: { cashRate: '{ slots }', marginRate: 'SKR3' } };
    const strategy = valueOf(read(text));
    expect(strategy.limits.positions).toBe(8);
    expect(strategy.costs).toMatchObject({ cashRate: 8, marginRate: 'SKR3' });
    expect(strategy.long?.exit).toBe('close is below {slots}-day average');
    const written = JSON.parse(writeStrategyFile(strategy));
    expect(written.limits.positions).toBe('{slots}');
    expect(written.costs.cashRate).toBe('{slots}');
    expect(written).not.toHaveProperty('dialled');
    expect(valueOf(readStrategyFile(JSON.stringify(written), 'x.json'))).toEqual(strategy);
    expect(valueOf(turnDials(strategy, { slots: 5 }, 'x.json'))).toMatchObject({
      limits: { positions: 5 },
      dials: { slots: { value: 5 } },
    });
  });

  it('is refused by its field when there is none, or when the setting cannot be what the dial says', () => {
    expect(faultsOf(read({ limits: { positions: '{many}' } }))).toEqual([
      'x.json: “limits.positions” is {many}, but there is no such dial; make one, or write a number',
    ]);
    expect(faultsOf(read({ limits: { positions: '{slots}' } }, { slots: { value: 2.5 } }))[0]).toMatch(
      /limits\.positions.*integer/,
    );
    expect(
      faultsOf(read({ limits: { positions: '{slots}' } }, { slots: { value: 2, from: 0, to: 4 } })),
    ).toEqual([
      expect.stringMatching(/limits\.positions.*greater than or equal to 1, but its dial goes to 0/),
    ]);
    const strategy = valueOf(read({ limits: { positions: '{slots}' } }));
    expect(faultsOf(turnDials(strategy, { slots: 2.5 }, 'x.json'))[0]).toMatch(/limits\.positions.*integer/);
  });
});

describe('trades as CSV', () => {
  it('write numbers in full and a symbol that looks like a formula as text', () => {
    const trade = {
      symbol: '=SUM(A1)',
      side: 'long',
      part: 0,
      group: undefined,
      decisionDay: 0,
      sizedOn: 0,
      wanted: 10,
      exitDecisionDay: undefined,
      entryDay: 1,
      entryPrice: 0.1 + 0.2,
      shares: 10,
      exitDay: undefined,
      exitPrice: undefined,
      exitReason: undefined,
      commission: 0,
      carry: 0,
      profit: -1,
      return: -0.1,
      barsHeld: 3,
      mae: -0.2,
      mfe: 0,
      riskPerShare: 0,
      r: undefined,
    } as const;
    const [, row] = tradesCsv([trade]).split('\n');
    expect(row).toBe(
      "'=SUM(A1),long,1970-01-01,1970-01-02,0.30000000000000004,10,,,,0,0,-1,-0.1,3,-0.2,0,0,",
    );
    const [head, weekly] = tradesCsv([{ ...trade, entrySession: { day: 0 } }]).split('\n');
    expect(head).toMatch(/,r,entrySession,exitSession$/);
    expect(weekly).toMatch(/^'=SUM\(A1\),long,1970-01-01,1970-01-02,.*,0,,1970-01-01,$/);
  });
});

// The type is part of the promise: what is read is what the engine takes.
export type Read = typeof readStrategyFile extends (text: string, file: string) => Result<Strategy>
  ? true
  : never;

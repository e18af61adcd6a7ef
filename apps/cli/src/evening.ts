// plateau evening: what is followed, gone on to the last bar; orders and checks out.

import {
  doEngineWork,
  ENGINE_VERSION,
  type Evening,
  engineKeeper,
  type FollowedAccount,
  type FollowSettings,
  isoFromDay,
  type Market,
  type Tested,
  type Universe,
} from '@plateau/core';
import {
  checksTable,
  eveningJson,
  eveningOrdersTable,
  type FollowedFile,
  hasRoom,
  type NamedEvening,
  type OwnRows,
  ordersByInstrument,
  ordersByInstrumentTable,
  readEventsCsv,
  readFillsCsv,
  readFollowedFile,
  readHoldingsCsv,
  readUniverseCsv,
  tableCsv,
} from '@plateau/files';
import { BadInput } from './endings.ts';
import { readMarket } from './market.ts';
import { writeFolder } from './out-files.ts';
import { calledAs, dayOption, problemsIn, readText, valueOf } from './read.ts';

export interface EveningOptions {
  readonly followed: readonly string[];
  readonly bars: string;
  readonly universe?: string;
  readonly fills?: string;
  readonly holdings?: string;
  readonly cash?: string;
  readonly events?: string;
  readonly to?: string;
  readonly acceptPast?: boolean;
  readonly out?: string;
  /** evening.json in place of the list */
  readonly json?: boolean;
}

/** Goes on with everything that is followed and writes the out folder; returns the text for standard output. @throws {BadInput} */
export async function eveningCommand(options: EveningOptions): Promise<string> {
  const files = options.followed.map((file) => valueOf(readFollowedFile(readText(file), calledAs(file))));
  if (files.length > 1 && (options.fills !== undefined || options.holdings !== undefined)) {
    throw new BadInput('--fills and --holdings are of one account: name one followed file with them');
  }
  const own = ownOf(options);
  const universe =
    options.universe === undefined
      ? undefined
      : valueOf(readUniverseCsv(readText(options.universe), calledAs(options.universe)));
  const { market } = await readMarket(options.bars);
  const to = dayOption('--to', options.to);
  const evenings: NamedEvening[] = [];
  for (const [k, followed] of files.entries()) {
    const file = calledAs(options.followed[k] ?? '');
    const evening = await eveningOf(market, { ...followed, ...own(followed) }, universe, to, file);
    if (!options.acceptPast) refuseOtherPast(followed, evening.tested, file);
    evenings.push({ name: followed.name, evening });
  }
  const json = eveningJson(evenings);
  if (options.out !== undefined) {
    writeFolder(options.out, {
      'orders.csv': tableCsv(eveningOrdersTable(evenings)),
      'orders-by-instrument.csv': tableCsv(ordersByInstrumentTable(evenings)),
      'checks.csv': tableCsv(checksTable(evenings)),
      'evening.json': json,
    });
  }
  return options.json ? json : told(evenings);
}

/** What the options put in place of a followed file's own account. @throws {BadInput} */
function ownOf({
  fills,
  holdings,
  cash,
  events,
}: EveningOptions): (file: FollowedFile) => Partial<FollowSettings> {
  if ((holdings === undefined) !== (cash === undefined)) {
    throw new BadInput('--holdings and --cash go together: what is held, and the money beside it');
  }
  const ownFills = fills === undefined ? undefined : sound(readFillsCsv(readText(fills), calledAs(fills)));
  const ownEvents =
    events === undefined ? undefined : sound(readEventsCsv(readText(events), calledAs(events)));
  const held =
    holdings === undefined ? undefined : sound(readHoldingsCsv(readText(holdings), calledAs(holdings)));
  const money = cash === undefined ? undefined : Number(cash);
  if (money !== undefined && !Number.isFinite(money))
    throw new BadInput(`--cash: “${cash}” is no sum of money`);
  const account: FollowedAccount | undefined =
    held && money !== undefined ? { kind: 'holdings', cash: money, holdings: held } : undefined;
  return () => ({
    ...(ownFills && { fills: ownFills }),
    ...(ownEvents && { events: ownEvents }),
    ...(account && { account }),
  });
}

/** Rows that are all sound: a timer has nobody to tell of those left aside. @throws {BadInput} */
function sound<T>({ rows, problems }: OwnRows<T>): readonly T[] {
  return valueOf(problems.length > 0 ? { ok: false, problems } : { ok: true, value: rows });
}

async function eveningOf(
  market: Market,
  followed: FollowedFile,
  universe: Universe | undefined,
  to: number | undefined,
  file: string,
): Promise<Evening> {
  const { run, trusted, account, fills, events } = followed;
  const settings = { trusted, account, fills, events };
  const until = to === undefined ? {} : { to };
  const universes = run.kind === 'run' ? [run.universe] : run.universes;
  const members = new Map(universes.map((one) => [one.id, universe ?? one.members]));
  const work = doEngineWork(
    market,
    engineKeeper(market, (name) => members.get(name) ?? []),
  );
  const asked =
    run.kind === 'run'
      ? { ...settings, run: { universe: run.universe.id, request: { ...run.request, ...until } } }
      : { ...settings, run: blendAsked(run, until) };
  const outcome = await work.evening(asked, () => true);
  if (outcome.kind === 'problems') throw problemsIn(file, outcome.problems);
  if (outcome.kind === 'stopped') throw new Error('nothing stops a headless run');
  return outcome.evening;
}

function blendAsked(run: Extract<FollowedFile['run'], { kind: 'blend' }>, until: { readonly to?: number }) {
  const { blend, benchmark, from } = run;
  return { blend, benchmark, ...(from !== undefined && { from }), ...until };
}

/** @throws {BadInput} where the tested days are not what they were when the run was trusted */
function refuseOtherPast({ tested, engine, trusted }: FollowedFile, now: Tested, file: string): void {
  if (tested.print === now.print || engine !== ENGINE_VERSION) return;
  const percent = (x: number): string => `${(100 * x).toFixed(2)}%`;
  throw new BadInput(
    `${file}: bars of days up to ${isoFromDay(trusted)} have changed since it was trusted: tested then with a CAGR of ` +
      `${percent(tested.cagr)}, a maximum drawdown of ${percent(tested.maxDrawdown)} and ${tested.trades} trades, now ` +
      `${percent(now.cagr)}, ${percent(now.maxDrawdown)} and ${now.trades}. Look at the bars; --accept-past goes on with them`,
  );
}

function told(evenings: readonly NamedEvening[]): string {
  const lines = evenings.flatMap(({ name, evening }) => {
    const { day, since, orders, checks } = evening;
    const percent = (curve: Float64Array): string =>
      `${(100 * ((curve.at(-1) ?? Number.NaN) - 1)).toFixed(2)}%`;
    return [
      `${name}, after ${isoFromDay(day)}: ${percent(since.curve)} since ${isoFromDay(since.trusted)}, the benchmark ${percent(since.benchmark)}`,
      ...orders.map(
        ({ action, side, shares, symbol, reason, likely }) =>
          `  ${action} ${side} ${shares} ${symbol}${reason === undefined ? '' : `, ${reason}`}${hasRoom({ likely }) ? '' : `, next in line: ${likely}`}`,
      ),
      ...(orders.length === 0 ? ['  no orders'] : []),
      ...checks
        .filter(({ concerned }) => concerned)
        .map(
          ({ kind, symbol, day: on }) =>
            `  look at ${symbol}: ${kind}${Number.isFinite(on) ? `, ${isoFromDay(on)}` : ''}`,
        ),
    ];
  });
  const sums = ordersByInstrument(evenings).map(
    ({ symbol, shares }) => `  ${shares < 0 ? 'sell' : 'buy'} ${Math.abs(shares)} ${symbol}`,
  );
  return `${[...lines, ...(evenings.length > 1 && sums.length > 0 ? ['All together:', ...sums] : [])].join('\n')}\n`;
}

// Where a worker mixes blends: what an edit does not touch is there from the last time.

import type { Market } from '../bars/bars.ts';
import { blendApart } from '../blend/apart.ts';
import type { ApartBlend, Part, TogetherBlend } from '../blend/blend.ts';
import type { Beside, MixedRun } from '../blend/blend-run.ts';
import { besideShared, blendWithout, mixedRun } from '../blend/mixed.ts';
import { type ReadyParts, readyParts } from '../blend/ready-parts.ts';
import { type BlendSetting, createSharedEngine, onAccount, type SharedRun } from '../blend/together.ts';
import type { Universe } from '../evaluation/panel.ts';
import type { Inspection } from '../inspect/inspection.ts';
import { at } from '../numeric/at.ts';
import type { Run } from '../run.ts';
import { type Continue, partOf } from '../simulation/progress.ts';
import type { Problem, RunRequest } from '../simulation/request.ts';
import type { BlendAsked, PartAsked, RunAsked } from './asked.ts';
import type { EngineFor } from './engine-for.ts';

type Followed = NonNullable<BlendSetting['followed']>;

type Ended =
  | { readonly kind: 'stopped' }
  | { readonly kind: 'problems'; readonly problems: readonly Problem[] };

type MixOutcome =
  | Ended
  | {
      readonly kind: 'done';
      readonly mixed: MixedRun;
      /** undefined where it takes further runs */
      readonly beside: Beside | undefined;
      /** the run on one account; undefined for buckets */
      readonly run: Run | undefined;
      readonly tradesKey: string;
    };

export interface BlendBench {
  mix(asked: BlendAsked, goOn: Continue): Promise<MixOutcome>;
  /** What the blend is held against; undefined when it was stopped or has problems. */
  beside(asked: BlendAsked, goOn: Continue): Promise<Beside | undefined>;
  /** The blend on one account with the account that follows it. */
  follow(
    asked: BlendAsked,
    blend: TogetherBlend,
    followed: Followed,
    goOn: Continue,
  ): Promise<Ended | { readonly kind: 'done'; readonly shared: SharedRun }>;
  /** What can be asked of a part: of buckets, of its own run. */
  inspect(asked: PartAsked, goOn: Continue): Promise<Inspection | undefined>;
}

/** The run that a part of buckets is by itself; undefined for what is no strategy. */
export function aloneAsked({ benchmark, from, to }: BlendAsked, part: Part): RunAsked | undefined {
  if (part.kind !== 'strategy') return undefined;
  const request: RunRequest = {
    strategy: part.strategy,
    benchmark: part.benchmark ?? benchmark,
    ...(from !== undefined && { from }),
    ...(to !== undefined && { to }),
  };
  return { universe: part.universe, request };
}

export function blendBench(market: Market, engineFor: EngineFor): BlendBench {
  const alone = recent<Run>();
  const ready = recent<ReadyParts>();
  const shared = recent<SharedRun>();
  const without = recent<Run>();
  const engine = createSharedEngine();

  async function runAlone(asked: RunAsked, goOn: Continue): Promise<Ended | Run> {
    const known = alone.get(keyOf(asked));
    if (known) return known;
    const outcome = (await engineFor(asked.universe)).engine.run(asked.request, goOn);
    return outcome.kind === 'done' ? alone.put(keyOf(asked), outcome.run) : outcome;
  }

  /** The parts' own runs, in order; undefined for what is no strategy. */
  async function runParts(
    asked: BlendAsked,
    parts: readonly Part[],
    goOn: Continue,
  ): Promise<Ended | { readonly kind: 'done'; readonly runs: (Run | undefined)[] }> {
    const runs: (Run | undefined)[] = [];
    const problems: Problem[] = [];
    for (const [k, part] of parts.entries()) {
      const own = aloneAsked(asked, part);
      const run = own && (await runAlone(own, partOf(goOn, k / parts.length, (k + 1) / parts.length)));
      if (run && 'kind' in run) {
        if (run.kind === 'stopped') return run;
        problems.push(
          ...run.problems.map((problem) => ({ ...problem, path: `parts.${k}.strategy.${problem.path}` })),
        );
      } else runs.push(run);
    }
    return problems.length > 0 ? { kind: 'problems', problems } : { kind: 'done', runs };
  }

  async function apart(asked: BlendAsked, blend: ApartBlend, goOn: Continue): Promise<MixOutcome> {
    const { benchmark, from, to } = asked;
    // Names and shares are no part of what is made ready.
    const parts = blend.parts.map((part) => ({ ...part, name: '', share: 0 }));
    const key = JSON.stringify([parts, benchmark, from, to]);
    let made = ready.get(key);
    if (!made) {
      const outcome = await runParts(asked, blend.parts, goOn);
      if (outcome.kind !== 'done') return outcome;
      const dates = { ...(from !== undefined && { from }), ...(to !== undefined && { to }) };
      const prepared = readyParts({ parts: blend.parts, market, benchmark, ...dates, runs: outcome.runs });
      if (!prepared.ok) return { kind: 'problems', problems: prepared.problems };
      made = ready.put(key, prepared.ready);
      ready.keep(1);
      alone.keep(MOST_ALONE);
    }
    const { beside, ...mixed } = blendApart(blend, made, asked.splitAt);
    return { kind: 'done', mixed, beside, run: undefined, tradesKey: key };
  }

  async function runShared(
    asked: BlendAsked,
    blend: TogetherBlend,
    goOn: Continue,
    followed?: Followed,
  ): Promise<Ended | { readonly kind: 'done'; readonly shared: SharedRun }> {
    const universes = new Map<string, Universe>();
    for (const { universe } of blend.parts) {
      if (!universes.has(universe)) universes.set(universe, (await engineFor(universe)).universe);
    }
    const universeOf = (name: string): Universe => universes.get(name) ?? [];
    return engine.run(blend, { ...asked, market, universeOf, ...(followed && { followed }) }, goOn);
  }

  async function together(
    asked: BlendAsked,
    blend: TogetherBlend,
    goOn: Continue,
  ): Promise<Ended | { readonly kind: 'done'; readonly shared: SharedRun; readonly key: string }> {
    const key = keyOf(asked);
    const known = shared.get(key);
    if (known) return { kind: 'done', shared: known, key };
    const outcome = await runShared(asked, blend, goOn);
    if (outcome.kind !== 'done') return outcome;
    shared.put(key, outcome.shared);
    shared.keep(1);
    return { ...outcome, key };
  }

  /** The blend without each part; undefined when it was stopped, and a place is where nothing would be left. */
  async function runWithout(
    asked: BlendAsked,
    blend: TogetherBlend,
    goOn: Continue,
  ): Promise<(Run | undefined)[] | undefined> {
    const { parts } = blend;
    if (parts.length < 2) return parts.map(() => undefined);
    const runs: Run[] = [];
    for (const k of parts.keys()) {
      const rest = blendWithout(blend, k);
      const key = keyOf({ ...asked, blend: rest });
      let run = without.get(key);
      if (!run) {
        const told = partOf(goOn, k / parts.length, (k + 1) / parts.length);
        const outcome = await runShared(asked, rest, told);
        if (outcome.kind !== 'done') return undefined;
        run = without.put(key, outcome.shared.run);
      }
      runs.push(run);
    }
    without.keep(parts.length);
    return runs;
  }

  const bench: BlendBench = {
    async mix(asked, goOn) {
      const { blend } = asked;
      if (blend.form === 'apart') return apart(asked, blend, goOn);
      const outcome = await together(asked, blend, goOn);
      if (outcome.kind !== 'done') return outcome;
      const mixed = mixedRun(blend, outcome.shared);
      return { kind: 'done', mixed, beside: undefined, run: outcome.shared.run, tradesKey: outcome.key };
    },
    async beside(asked, goOn) {
      const { blend } = asked;
      if (blend.form === 'apart') {
        const outcome = await apart(asked, blend, goOn);
        return outcome.kind === 'done' ? outcome.beside : undefined;
      }
      const whole = await together(asked, blend, partOf(goOn, 0, 0.2));
      if (whole.kind !== 'done') return undefined;
      const parts = blend.parts.map((part) => ({ ...part, strategy: onAccount(part.strategy, blend) }));
      const outcome = await runParts(asked, parts, partOf(goOn, 0.2, 0.5));
      alone.keep(MOST_ALONE);
      const rest = await runWithout(asked, blend, partOf(goOn, 0.5, 1));
      if (outcome.kind !== 'done' || !rest) return undefined;
      return besideShared(
        blend,
        whole.shared,
        outcome.runs.filter((run) => run !== undefined),
        rest,
      );
    },
    follow: (asked, blend, followed, goOn) => runShared(asked, blend, goOn, followed),
    async inspect(asked, goOn) {
      const { blend, part } = asked;
      if (blend.form === 'together') {
        const outcome = await together(asked, blend, goOn);
        return outcome.kind === 'done' ? outcome.shared.inspect(part) : undefined;
      }
      const own = aloneAsked(asked, at(blend.parts, part));
      if (!own) return undefined;
      const outcome = (await engineFor(own.universe)).engine.inspect(own.request, goOn);
      return outcome.kind === 'done' ? outcome.inspection : undefined;
    },
  };
  return bench;
}

/** Runs of parts that are kept for the next edit. */
const MOST_ALONE = 16;

const keyOf = (asked: RunAsked | BlendAsked): string => {
  if ('universe' in asked) return JSON.stringify([asked.universe, asked.request]);
  const { blend, benchmark, from, to, splitAt } = asked;
  return JSON.stringify([blend, benchmark, from, to, splitAt]);
};

/** What was made of keys, the last used kept. */
function recent<T>() {
  const made = new Map<string, T>();
  return {
    get(key: string): T | undefined {
      const known = made.get(key);
      if (known !== undefined) {
        made.delete(key);
        made.set(key, known);
      }
      return known;
    },
    put(key: string, value: T): T {
      made.set(key, value);
      return value;
    },
    keep(most: number): void {
      for (const oldest of made.keys()) {
        if (made.size <= most) break;
        made.delete(oldest);
      }
    },
  };
}

// What a new blend begins from: sheets that are followed, kept runs that are frozen, copies of one sheet with one condition exchanged.

import {
  equalShares,
  type Node,
  nodeAt,
  readOutline,
  removeAt,
  type Strategy,
  writeOutline,
} from '@plateau/core';
import type { StoredRun } from '../rows.ts';
import { readDraft } from '../sheet/read.ts';
import { type Draft, type Sheet, textOf } from '../sheet/sheet.ts';
import { type PartTexts, partsOf, withPartsAdded, withShares } from './parts.ts';
import { freshBlend } from './read.ts';
import { strategyText } from './strategy-text.ts';

/** A part that follows a sheet; what it holds now is noted, so that a later change is seen. */
export function partFromSheet(sheet: Sheet): Partial<PartTexts> {
  const read = readDraft(sheet.draft, true);
  return {
    name: textOf(sheet.draft, 'name'),
    kind: 'sheet',
    sheet: sheet.id,
    ...(read.ok && {
      strategy: strategyText(read.request.strategy),
      universe: read.universe,
      benchmark: read.request.benchmark,
    }),
  };
}

/** A part that is frozen as a run was kept. */
export function partFromRun({ name, universe, request }: StoredRun): Partial<PartTexts> {
  return {
    name,
    kind: 'frozen',
    strategy: strategyText(request.strategy),
    universe,
    benchmark: request.benchmark,
  };
}

/** A blend of these parts in equal shares, held against the first one's benchmark. */
export function blendFromParts(
  name: string,
  parts: readonly Partial<PartTexts>[],
  newId: () => string,
): Draft {
  const draft = { ...freshBlend(name), ...withPartsAdded(freshBlend(name), parts, newId) };
  const benchmark = parts.find((part) => part.benchmark)?.benchmark;
  return { ...draft, ...equallyShared(draft), ...(benchmark && { benchmark }) };
}

/** The shares of all parts made equal. */
function equallyShared(draft: Draft): Draft {
  const parts = partsOf(draft);
  const shares = equalShares(parts.length);
  return withShares(new Map(parts.map(({ id }, k) => [id, shares[k] ?? 0])));
}

/** The conditions of a strategy's entry that can be exchanged one by one: those joined by “and”, or all of it. */
export function exchangeable(strategy: Strategy): string[] {
  const read = outlineOf(strategy);
  if (!read) return [];
  return read.parts.map((part) => written(part, strategy));
}

/** Copies of a strategy, each with one condition of its entry exchanged. @param place as {@link exchangeable} lists it */
export function withConditionExchanged(
  strategy: Strategy,
  place: number,
  others: readonly string[],
): { readonly name: string; readonly strategy: Strategy }[] {
  const read = outlineOf(strategy);
  const { long } = strategy;
  if (!read || !long) return [];
  const rest =
    read.tree.kind === 'and' && read.parts.length > 1 ? written(removed(read.tree, place), strategy) : '';
  return others.map((condition) => ({
    name: condition,
    strategy: {
      ...strategy,
      long: { ...long, enter: [rest && `(${rest})`, `(${condition})`].filter(Boolean).join(' and ') },
    },
  }));
}

function outlineOf({ long, bars }: Strategy): { tree: Node; parts: readonly Node[] } | undefined {
  const read = readOutline(long?.enter ?? '', bars);
  const tree = read.ok ? read.outline.tree : undefined;
  return tree && { tree, parts: tree.kind === 'and' ? tree.parts : [tree] };
}

const removed = (tree: Node, place: number): Node => removeAt(tree, [place]) ?? nodeAt(tree, []);

const written = (tree: Node, { bars }: Strategy): string => writeOutline({ tree, notes: [] }, bars);

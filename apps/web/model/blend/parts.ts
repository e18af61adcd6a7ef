// The parts of a blend as its draft holds them: a list of ids, and texts under each. What changes them are changes of texts.

import { readKept } from '@plateau/core';
import type { Draft } from '../sheet/sheet.ts';

/** A sheet followed as it is edited, a strategy as it was kept, an instrument held, cash. */
type PartKind = 'sheet' | 'frozen' | 'hold' | 'cash';

export interface PartTexts {
  readonly name: string;
  /** percent */
  readonly share: string;
  readonly on: 'on' | 'off';
  readonly kind: PartKind;
  /** the id of the sheet that is followed */
  readonly sheet: string;
  /** a strategy file's text: what is frozen, or what the followed sheet was when it was last looked at */
  readonly strategy: string;
  readonly universe: string;
  readonly benchmark: string;
  /** the instrument that is held */
  readonly hold: string;
  /** percent a year, or an instrument whose close it is */
  readonly cash: string;
}

export interface PartInDraft extends PartTexts {
  readonly id: string;
}

const EMPTY: PartTexts = {
  name: '',
  share: '',
  on: 'on',
  kind: 'cash',
  sheet: '',
  strategy: '',
  universe: '',
  benchmark: '',
  hold: '',
  cash: '0',
};
const KEYS = Object.keys(EMPTY) as (keyof PartTexts)[];
const KINDS: readonly string[] = ['sheet', 'frozen', 'hold', 'cash'];

/** The key under which a part's text stands. */
export const partKey = (id: string, text: keyof PartTexts): string => `part.${id}.${text}`;

const idsOf = (draft: Draft): string[] => (draft.parts ?? '').split(' ').filter(Boolean);

/** The parts in listed order; those switched off among them. */
export function partsOf(draft: Draft): PartInDraft[] {
  return idsOf(draft).map((id) => {
    const own = Object.fromEntries(KEYS.map((key) => [key, draft[partKey(id, key)] ?? EMPTY[key]]));
    const { kind, on } = own;
    return {
      ...EMPTY,
      ...own,
      id,
      kind: (KINDS.includes(kind ?? '') ? kind : 'cash') as PartKind,
      on: on === 'off' ? 'off' : 'on',
    };
  });
}

/** The texts of a part of this id. */
export function partTexts(id: string, part: Partial<PartTexts>): Draft {
  return Object.fromEntries(
    (Object.entries(part) as [keyof PartTexts, string][]).map(([key, text]) => [partKey(id, key), text]),
  );
}

/** Parts added at the end, each with a name that no other has. */
export function withPartsAdded(
  draft: Draft,
  parts: readonly Partial<PartTexts>[],
  newId: () => string,
): Draft {
  const names = new Set(partsOf(draft).map(({ name }) => name));
  const changes: Record<string, string> = {};
  const ids = idsOf(draft);
  for (const part of parts) {
    const id = newId();
    const name = freeName(part.name?.trim() || 'Part', names);
    names.add(name);
    ids.push(id);
    Object.assign(changes, partTexts(id, { ...EMPTY, ...part, name }));
  }
  return { ...changes, parts: ids.join(' ') };
}

function freeName(name: string, taken: ReadonlySet<string>): string {
  for (let n = 1; ; n++) {
    const tried = n === 1 ? name : `${name} ${n}`;
    if (!taken.has(tried)) return tried;
  }
}

/** The list without a part; its texts stay for an undo. */
export function withPartRemoved(draft: Draft, id: string): Draft {
  return {
    parts: idsOf(draft)
      .filter((one) => one !== id)
      .join(' '),
  };
}

/** The list with a part at another place. */
export function withPartMoved(draft: Draft, id: string, to: number): Draft {
  const rest = idsOf(draft).filter((one) => one !== id);
  rest.splice(Math.max(0, Math.min(to, rest.length)), 0, id);
  return { parts: rest.join(' ') };
}

/** Shares by part, in percent. */
export function withShares(shares: ReadonlyMap<string, number>): Draft {
  return Object.fromEntries([...shares].map(([id, share]) => [partKey(id, 'share'), String(share)]));
}

/** The share a part has; 0 where none is written, or what is written is no number. */
export function shareOf({ share }: Pick<PartTexts, 'share'>): number {
  const read = readKept(share);
  return read.kind === 'one' ? read.value : 0;
}

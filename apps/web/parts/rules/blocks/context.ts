'use client';

import type { Node } from '@plateau/core';
import { type ComponentType, createContext, useContext } from 'react';
import type { DialText } from '@/model/sheet/dials.ts';

/** How often a condition is true, and how much is left after it and those before it. */
export interface Share {
  /** of the members' days on which it is defined or not, 0 to 1 */
  readonly share: number;
  /** members' days left after this condition; undefined for what is switched off */
  readonly left?: number;
}

export interface BlocksSetting {
  readonly unit: 'day' | 'week' | 'month';
  /** the sheet's dials now; asked for when a list opens, so that turning one draws no rule anew */
  readonly dials: () => Readonly<Record<string, DialText>>;
  /** whether profit, days held and the like may stand here */
  readonly position: boolean;
  /** shows a condition within a value: given here because conditions hold values and values conditions */
  readonly Condition: ComponentType<{ node: Node; onChange: (node: Node) => void }>;
  /** by the place of the condition in the text, `from-to` */
  readonly shares: ReadonlyMap<string, Share>;
  /** the shares of a field's conditions, none where they are of another text */
  readonly sharesOf: (field: string, text: string) => ReadonlyMap<string, Share>;
  /** puts a dial on the sheet; the next change of a rule, which names it, is one step with it */
  readonly addDial: (name: string, dial: DialText) => void;
}

const NONE: ReadonlyMap<string, Share> = new Map();

export const BlocksContext = createContext<BlocksSetting>({
  unit: 'day',
  dials: () => ({}),
  position: false,
  Condition: () => null,
  shares: NONE,
  sharesOf: () => NONE,
  addDial: () => {},
});

/** Set when a condition has just been added: the first value to pick in it opens, and unsets it. */
export const ToOpen = createContext<{ current: boolean } | undefined>(undefined);

export const useBlocks = (): BlocksSetting => useContext(BlocksContext);

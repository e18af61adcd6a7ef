// What a study asks, kind by kind. A study is a document: it is kept, repeated when asked, and taken out and in as a file.

import type { Day } from '../days/day.ts';
import type { FigureKey } from '../statistics/figure-keys.ts';
import type { Commission, Rate, Strategy } from '../strategy/strategy.ts';
import type { StudyAxis } from './terrain/axes.ts';

export const STUDY_KINDS = ['terrain', 'walk', 'edge', 'pair', 'shake'] as const;
export type StudyKind = (typeof STUDY_KINDS)[number];

interface Common {
  readonly name: string;
  readonly notes: string;
  readonly seed: number;
  /** the universe by its name; of a pair it is the one its search goes through */
  readonly universe: string;
  readonly benchmark: string;
  /** first and last day; all there is when left out */
  readonly from?: Day;
  readonly to?: Day;
}

/** The threshold of a plateau: a value of the figure, or the percentile of all cells that it is. */
export type Height = number | { readonly percentile: number };

interface OverGrid {
  readonly strategy: Strategy;
  readonly axes: readonly StudyAxis[];
  /** what cells are held against each other by */
  readonly figure: FigureKey;
  readonly height: Height;
}

/** Every combination of some dials' values, a whole run each (studies.md 1). */
export interface TerrainStudy extends Common, OverGrid {
  readonly kind: 'terrain';
  /** the first day of what the choice must not see */
  readonly split?: Day;
}

/** Settings chosen on one stretch of days and tried on the next, again and again (studies.md 2). */
export interface WalkStudy extends Common, OverGrid {
  readonly kind: 'walk';
  /** calendar months */
  readonly train: number;
  readonly test: number;
  /** training begins at the first day in every window */
  readonly anchored: boolean;
  readonly choose: 'best' | 'middle';
}

/** A rule whose trueness is an event. */
export interface Signal {
  readonly name: string;
  /** rule text; `{dial}` stands for the swept value */
  readonly rule: string;
  readonly side: 'long' | 'short';
  readonly sweep?: {
    readonly dial: string;
    readonly from: number;
    readonly to: number;
    readonly step: number;
  };
}

/** What follows a signal (studies.md 3). */
export interface EdgeStudy extends Common {
  readonly kind: 'edge';
  /** one instrument instead of the universe */
  readonly instrument?: string;
  readonly signals: readonly Signal[];
  /** bars after the event, rising */
  readonly horizons: readonly number[];
  readonly entry: 'close' | 'next-open';
  /** of a round trip, in basis points */
  readonly cost: number;
  /** an event of an instrument hides those of the longest horizon's bars after it */
  readonly once: boolean;
  /** a value in rule text whose terciles part the events */
  readonly gauge?: string;
}

export type Training = { readonly bars: number } | { readonly from: Day; readonly to: Day };

/** How much of X is held against one Y, and how far their spread usually strays (studies.md 4). */
export interface PairFit {
  readonly prices: 'close' | 'log';
  readonly hedge:
    | { readonly method: 'origin' | 'intercept' }
    | { readonly method: 'rolling'; readonly bars: number };
  readonly training: Training;
  readonly scale: 'training' | { readonly rolling: number };
}

/** When the spread is traded, and how large. */
export interface PairRules {
  /** deviations of the spread: entered from `in` on, left at `out`, given up at `stop` */
  readonly in: number;
  readonly out: number;
  readonly stop?: number;
  /** leave after so many common bars */
  readonly bars?: number;
  readonly timing: 'next-open' | 'same-close';
  /** percent of equity, both legs together */
  readonly gross: number;
  readonly account: { readonly capital: number };
  readonly costs: {
    readonly commission: Commission;
    readonly slippage: number;
    readonly cashRate: Rate;
    readonly marginRate: Rate;
    readonly borrowRate: Rate;
  };
}

/** Two instruments whose spread is traded. */
export interface PairStudy extends Common, PairFit, PairRules {
  readonly kind: 'pair';
  readonly y: string;
  readonly x: string;
  /** all pairs of the universe, or of one of its groups, instead of this one */
  readonly search?: { readonly group?: string };
}

export const NUDGES = [
  'start',
  'universe',
  'overlooked',
  'late',
  'slippage',
  'bars',
  'order',
  'all',
] as const;
export type Nudge = (typeof NUDGES)[number];

/** The same strategy under small changes that should not matter (studies.md 5). */
export interface ShakeStudy extends Common {
  readonly kind: 'shake';
  readonly strategy: Strategy;
  readonly repetitions: number;
  readonly nudges: readonly Nudge[];
}

export type Study = TerrainStudy | WalkStudy | EdgeStudy | PairStudy | ShakeStudy;

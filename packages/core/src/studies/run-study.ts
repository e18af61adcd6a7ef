// Any study from its document to its result.

import type { Problem } from '../simulation/request.ts';
import type { Desk } from './desk.ts';
import { type Edge, findEdge } from './edge/edge.ts';
import type { EdgeRow } from './edge/rows.ts';
import { StudyFault } from './fault.ts';
import type { PairRow } from './pair/asked.ts';
import { type PairResult, type PairSearch, searchPairs, workPair } from './pair/pair.ts';
import { type Repetition, type Shake, shake } from './shake/shake.ts';
import type { Study } from './study.ts';
import type { TurnDials } from './terrain/axes.ts';
import { type Survey, surveyTerrain, type Terrain } from './terrain/terrain.ts';
import { type Walk, type WalkWindow, walkForward } from './walk/walk.ts';

export type StudyResult = Terrain | Walk | Edge | PairResult | PairSearch | Shake;

export type StudyOutcome =
  | { readonly kind: 'problems'; readonly problems: readonly Problem[] }
  | { readonly kind: 'done'; readonly result: StudyResult };

/** What is known before all is done. */
export type StudyNews =
  | { readonly kind: 'terrain'; readonly survey: () => Survey }
  | { readonly kind: 'walk'; readonly windows: readonly WalkWindow[] }
  | { readonly kind: 'edge'; readonly rows: readonly EdgeRow[] }
  | { readonly kind: 'search'; readonly rows: readonly PairRow[] }
  | { readonly kind: 'shake'; readonly repetitions: readonly Repetition[] };

interface StudyTools {
  readonly desk: Desk;
  readonly turn: TurnDials;
  /** the instruments that a search goes through: those of a universe with bars, or of one of its groups */
  readonly symbolsOf: (
    universe: string,
    group: string | undefined,
  ) => readonly string[] | Promise<readonly string[]>;
  readonly show?: (news: StudyNews) => void;
  /** Sharpe ratios a year of the variants that were tried before, which count against the best of a terrain */
  readonly tried?: readonly number[];
}

/** Rejects only when the study was stopped, or something of the machine failed. */
export async function runStudy(study: Study, tools: StudyTools): Promise<StudyOutcome> {
  try {
    return { kind: 'done', result: await resultOf(study, tools) };
  } catch (error) {
    if (!(error instanceof StudyFault)) throw error;
    return { kind: 'problems', problems: [{ path: error.path, message: error.message }] };
  }
}

async function resultOf(
  study: Study,
  { desk, turn, symbolsOf, show, tried }: StudyTools,
): Promise<StudyResult> {
  switch (study.kind) {
    case 'terrain':
      return surveyTerrain(study, desk, turn, (survey) => show?.({ kind: 'terrain', survey }), tried);
    case 'walk':
      return walkForward(study, desk, turn, (windows) => show?.({ kind: 'walk', windows }));
    case 'edge':
      return findEdge(study, desk, (rows) => show?.({ kind: 'edge', rows }));
    case 'pair': {
      const { search, universe } = study;
      if (!search) return workPair(study, desk);
      const symbols = await symbolsOf(universe, search.group);
      return searchPairs(study, symbols, desk, (rows) => show?.({ kind: 'search', rows }));
    }
    case 'shake':
      return shake(study, desk, (repetitions) => show?.({ kind: 'shake', repetitions }));
  }
}

// The questions that studies answer.

import type { StudyKind } from '@plateau/core';

/** What a trader may doubt, by the question that each kind of study answers. */
export const QUESTIONS: readonly (readonly [kind: StudyKind, words: string])[] = [
  ['terrain', 'Is this setting on a plateau, or a lone peak?'],
  ['walk', 'Would choosing the setting as I went have worked?'],
  ['edge', 'What follows this signal at all?'],
  ['pair', 'Do two of these come back together?'],
  ['shake', 'Does it hold when it is nudged?'],
];
export type Question = StudyKind;

/** The question of a kind of study. */
export const questionOf = (kind: StudyKind): string => QUESTIONS.find(([one]) => one === kind)?.[1] ?? '';

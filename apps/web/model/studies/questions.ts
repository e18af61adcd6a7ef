// The questions that studies of a sheet answer.

/** What a trader may doubt, by the question that each kind of study answers. */
export const QUESTIONS = [
  ['terrain', 'Is this setting on a plateau, or a lone peak?'],
  ['walk', 'Would choosing the setting as I went have worked?'],
  ['edge', 'What follows this signal at all?'],
  ['shake', 'Does it hold when it is nudged?'],
] as const;
export type Question = (typeof QUESTIONS)[number][0];

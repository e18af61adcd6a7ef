// The pages of the help, in the order in which one reads them.

export interface HelpPage {
  /** what its address ends with; the first has none */
  readonly slug: string;
  readonly title: string;
  /** in docs/ */
  readonly file: string;
}

export const helpPages: readonly HelpPage[] = [
  { slug: '', title: 'First walk', file: 'help.md' },
  { slug: 'glossary', title: 'Words', file: 'glossary.md' },
  { slug: 'sheet', title: 'The sheet', file: 'sheet.md' },
  { slug: 'rules', title: 'Rules and measures', file: 'rule-language.md' },
  { slug: 'simulation', title: 'What a run does', file: 'simulation.md' },
  { slug: 'figures', title: 'Figures', file: 'statistics.md' },
  { slug: 'studies', title: 'Studies', file: 'studies.md' },
  { slug: 'blends', title: 'Blends', file: 'blends.md' },
  { slug: 'follow', title: 'Follow', file: 'follow.md' },
  { slug: 'market', title: 'Market', file: 'market.md' },
  { slug: 'files', title: 'Files and the terminal', file: 'files.md' },
  { slug: 'strategy-file', title: 'Strategy files', file: 'strategy-file.md' },
];

export const helpAddress = ({ slug }: HelpPage): string => (slug === '' ? '/help' : `/help/${slug}`);

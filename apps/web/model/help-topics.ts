// What has a “?” beside it, and the section of the help that tells of it.

import { helpAddress, helpPages } from './help-pages.ts';

/** By topic: what it is called, the document of docs/ and the heading or word in it. */
const TOPICS = {
  market: ['what is traded', 'sheet.md', 'Trade'],
  enter: ['entry rules', 'sheet.md', 'Enter when, exit when'],
  exit: ['exit rules', 'sheet.md', 'Enter when, exit when'],
  prefer: ['ranking', 'sheet.md', 'Prefer'],
  size: ['slots and size', 'sheet.md', 'How many, how much'],
  'more-size': ['limits', 'sheet.md', 'How many, how much'],
  costs: ['costs', 'sheet.md', 'Costs'],
  protect: ['stops and targets', 'sheet.md', 'Protect'],
  timing: ['orders', 'simulation.md', '2. One day t, in this order'],
  rotation: ['rotation', 'sheet.md', 'Rotation'],
  short: ['the short side', 'sheet.md', 'Short side'],
  dials: ['dials', 'sheet.md', 'Dials'],
  veil: ['out-of-sample days', 'sheet.md', 'Out-of-sample from'],
  logbook: ['the logbook', 'sheet.md', 'Logbook'],
  shelf: ['the shelf', 'glossary.md', 'Shelf'],
  figures: ['figures', 'statistics.md', 'Statistics'],
  curves: ['the curves', 'glossary.md', 'Ridge'],
  regression: ['alpha and beta', 'statistics.md', 'Beyond the headline'],
  luck: ['luck', 'statistics.md', 'Beyond the headline'],
  why: ['what is decided at a close', 'simulation.md', '3. Decisions at the close of t'],
  universes: ['universes', 'market.md', 'Universes'],
  quality: ['quality', 'market.md', 'Quality'],
  feed: ['the feed', 'market.md', 'Feed'],
  import: ['files of bars', 'files.md', 'Bars in'],
  workspace: ['the workspace', 'market.md', 'Workspace'],
  // A report calls its trades' studies so: this is the place.
  'the studies': ['studies', 'studies.md', 'Studies'],
  terrain: ['a terrain', 'studies.md', 'Terrain'],
  walk: ['a walk-forward', 'studies.md', 'Walk-forward'],
  edge: ['an edge', 'studies.md', 'Edge'],
  pair: ['a pair', 'studies.md', 'Pair'],
  shake: ['a shake', 'studies.md', 'Shake'],
  blends: ['blends', 'blends.md', 'Blends'],
  follow: ['what is followed', 'follow.md', 'Follow'],
  since: ['the days since', 'follow.md', 'Since then'],
  'own account': ['your own account', 'follow.md', 'Your account'],
} as const satisfies Readonly<Record<string, readonly [name: string, file: string, section: string]>>;

export type HelpTopic = keyof typeof TOPICS;

export const helpTopics = Object.keys(TOPICS) as readonly HelpTopic[];

export const isHelpTopic = (text: string): text is HelpTopic => Object.hasOwn(TOPICS, text);

/** How a section is named in an address. */
export const sectionId = (title: string): string => title.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-');

/** What a topic is called, and where the help tells of it. @throws if its document is no page of the help */
export function helpOn(topic: HelpTopic): { readonly name: string; readonly address: string } {
  const [name, file, section] = TOPICS[topic];
  const page = helpPages.find((one) => one.file === file);
  if (!page) throw new Error(`${file} is no page of the help`);
  return { name, address: `${helpAddress(page)}#${sectionId(section)}` };
}

// Every key of the page, in one table: what is heard comes from it, and so does the list that is shown.

/** What is shown of a key, and what it does. */
export interface KeyWords {
  readonly keys: readonly string[];
  readonly words: string;
}

const key = (words: string, ...keys: readonly string[]): KeyWords => ({ keys, words });

/** Single letters and signs on a sheet. */
export const SHEET_KEYS = {
  enter: key('Go to “Enter when”', 'e'),
  exit: key('Go to “Exit when”', 'l'),
  prefer: key('Go to “Prefer”', 'p'),
  size: key('Go to the size', 'z'),
  costs: key('Go to the costs', 'c'),
  dial: key('Go to the first dial', 'd'),
  result: key('Go to the result', 'r'),
  view: key('Rules as blocks or as text', 'b'),
  shelf: key('Shelf of ready sheets', 's'),
  fresh: key('New sheet, empty', 'n'),
  duplicate: key('Duplicate this sheet', 'w'),
  left: key('The sheet to the left', '['),
  right: key('The sheet to the right', ']'),
  list: key('This list', '?'),
} as const;

/** Chords that are heard everywhere. */
export const CHORDS = {
  undo: key('Undo', 'mod+z'),
  redo: key('Redo', 'mod+shift+z', 'mod+y'),
  commands: key('Every action by its name', 'mod+.'),
} as const;

/** Keys of a chart that has the focus, of an opened trade and of an opened day. */
export const PLACED_KEYS: readonly (readonly [where: string, keys: readonly KeyWords[]])[] = [
  [
    'On a chart',
    [
      key('Zoom in, zoom out', '+', '−'),
      key('Move along', '←', '→'),
      key('All of it', '0'),
      key('Its numbers as a table', 't'),
    ],
  ],
  [
    'In a table',
    [
      key('The row above, the row below', '↑', '↓'),
      key('The first row, the last', 'Home', 'End'),
      key('Open the row', 'Enter'),
    ],
  ],
  [
    'In an opened trade or day',
    [
      key('The one before, the one after', '←', '→'),
      key('The best trade, the worst, the longest, any other', 'b', 'w', 'l', 'r'),
      key('Back to the report', 'Esc'),
    ],
  ],
];

/** A chord as it stands on the keyboard. */
export function chordText(chord: string): string {
  return chord
    .split('+')
    .map((part) => (part === 'mod' ? 'Ctrl' : part === 'shift' ? 'Shift' : part.toUpperCase()))
    .join('+');
}

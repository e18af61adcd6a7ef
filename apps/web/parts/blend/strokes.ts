// How a blend's parts are drawn: strokes that differ by more than their colour.

interface Stroke {
  readonly stroke: string;
  readonly strokeDasharray?: string;
}

const STROKES: readonly [Stroke, ...Stroke[]] = [
  { stroke: 'var(--accent)' },
  { stroke: 'var(--waterline)', strokeDasharray: '7 2' },
  { stroke: 'var(--word-instrument)', strokeDasharray: '2 2' },
  { stroke: 'var(--loss)', strokeDasharray: '9 2 2 2' },
  { stroke: 'var(--focus)', strokeDasharray: '4 2' },
  { stroke: 'var(--gain)', strokeDasharray: '12 3' },
  { stroke: 'var(--ghost)', strokeDasharray: '1 2' },
  { stroke: 'var(--ink-soft)', strokeDasharray: '5 2 1 2 1 2' },
];

/** The stroke of the part at a place; after eight they begin again. */
export const strokeOf = (place: number): Stroke => STROKES[place % STROKES.length] ?? STROKES[0];

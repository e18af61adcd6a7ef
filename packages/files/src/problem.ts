// What is wrong with a file: where, what, and what to do.

export interface FileProblem {
  readonly file: string;
  /** counted from 1, the header included */
  readonly line?: number;
  /** the setting at fault, such as size.percent */
  readonly path?: string;
  readonly message: string;
}

/** `bars/K01.csv, line 12: the high 3 is below the low 4` */
export function describeProblem(problem: FileProblem): string {
  const line = problem.line === undefined ? '' : `, line ${problem.line}`;
  return `${problem.file}${line}: ${problem.message}`;
}

export type Result<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problems: readonly FileProblem[] };

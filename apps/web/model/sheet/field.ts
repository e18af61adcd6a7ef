// What a field of a sheet or of a blend is.

type FieldKind =
  | 'text'
  | 'rule'
  | 'value'
  | 'number'
  | 'choice'
  | 'universe'
  | 'instrument'
  | 'date'
  | 'rate'
  | 'dials';

export interface Field {
  /** the key in the sheet; for settings of the strategy, the path in its file */
  readonly key: string;
  readonly label: string;
  /** what it is called away from its neighbours in the form; the label when left out */
  readonly name?: string;
  readonly kind: FieldKind;
  readonly initial: string;
  /** what follows the number: %, bars, … */
  readonly unit?: string;
  readonly hint?: string;
  readonly choices?: readonly (readonly [value: string, label: string])[];
  /** shown, and written to the strategy, only when another field has one of these values */
  readonly when?: { readonly key: string; readonly is: readonly string[] };
  /** kept in the sheet only, not in the strategy file */
  readonly outside?: true;
}

export interface Section {
  readonly id: string;
  readonly title: string;
  readonly fields: readonly Field[];
  /** folded until opened */
  readonly folded?: true;
}

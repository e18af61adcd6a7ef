/** The source that fills an empty store. */
export const FIRST_SOURCE = 'Skerry';

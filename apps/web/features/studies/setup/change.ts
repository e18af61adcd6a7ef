// A study asked otherwise, as what is done to the document: the store does it to the newest, so that nothing is lost that was
// changed a moment before and has not been read again.

import type { Study } from '@plateau/core';

export type Change<S> = (now: S) => S;
/** @param what was changed, as a sentence */
export type OnChange<S> = (change: Change<S>, what: string) => void;
/** Some of a document's settings; what is undefined goes. */
export type Part<S> = { readonly [K in keyof S]?: S[K] | undefined };

/** Without what is undefined: a document has no such key. */
function without<S extends object>(document: object): S {
  return Object.fromEntries(Object.entries(document).filter(([, value]) => value !== undefined)) as S;
}

/** Puts settings in the place of those before. @param part them, or how they come from the document */
export function withPart<S extends object>(part: NoInfer<Part<S> | ((now: S) => Part<S>)>): Change<S> {
  return (now) => without({ ...now, ...(typeof part === 'function' ? part(now) : part) });
}

/** Takes the changes of one kind of study as changes of any; a study of another kind stays what it is. */
export function ofKind<S extends Study>(kind: S['kind'], onChange: OnChange<Study>): OnChange<S> {
  return (change, what) => onChange((now) => (now.kind === kind ? change(now as S) : now), what);
}

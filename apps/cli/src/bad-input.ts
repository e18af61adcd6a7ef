/** Something the caller can mend; told in one line, exit status 2. */
export class BadInput extends Error {}

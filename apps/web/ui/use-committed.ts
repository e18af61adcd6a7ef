// A text of the store, changed in place.

import { useEffect, useEffectEvent, useState } from 'react';

interface Typed {
  readonly text: string;
  /** the row it was typed over */
  readonly over: unknown;
  readonly committed: boolean;
}

interface Committed {
  /** what the store has */
  readonly value: string;
  /** the row that the value was read from: another object each time the store was read */
  readonly from: unknown;
  /** is given what was typed, when the field is left or goes */
  readonly onCommit: (text: string) => unknown;
}

/**
 * What was typed stays while it is typed and until the store has been read again; from then on the store's text shows, even when
 * it is the one from before. A text that was refused stays to be mended.
 */
export function useCommitted({ value, from, onCommit }: Committed) {
  const [typed, setTyped] = useState<Typed>();
  const [editing, setEditing] = useState(false);
  const stands = typed && ((editing && !typed.committed) || typed.over === from);
  const commit = (text: string): void => {
    setTyped({ text, over: from, committed: true });
    onCommit(text);
  };
  const leave = (): void => {
    setEditing(false);
    if (typed && !typed.committed) commit(typed.text);
  };
  // A field that goes while one types, as by Back, is not left first.
  const go = useEffectEvent(leave);
  useEffect(() => () => go(), []);
  return {
    text: stands ? typed.text : value,
    enter: (): void => {
      setEditing(true);
      if (!stands) setTyped(undefined);
    },
    type: (text: string): void => setTyped({ text, over: from, committed: false }),
    leave,
    commit,
  };
}

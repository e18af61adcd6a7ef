// Keys of the page: heard by one library, never while one types, and the single letters only while the trader wants them.

import { useHotkeys } from 'react-hotkeys-hook';

/** A key or a chord, and what it does. */
export interface Key {
  /** as `e`, `[`, `mod+z`, `escape`; several for the same act */
  readonly keys: readonly string[];
  readonly run: (event: KeyboardEvent) => void;
}

/** What keys belong to while it has the focus: its own moves, its own text. */
const OWN_KEYS =
  'input, textarea, select, [contenteditable=true], [role=dialog], [role=alertdialog], [role=menu], [role=listbox], [role=slider]';

/** Milliseconds after a letter went into a field in which letters are no shortcuts. */
const JUST_TYPED = 2000;

// A field may lose the focus while one types in it; the letters that follow are no commands. Who points elsewhere, or tabs out of it, has left it.
let typedAt = Number.NEGATIVE_INFINITY;
if (typeof window !== 'undefined') {
  window.addEventListener('input', (event) => (typedAt = event.timeStamp), { capture: true });
  const leave = (): void => {
    typedAt = Number.NEGATIVE_INFINITY;
  };
  window.addEventListener('pointerdown', leave, { capture: true });
  window.addEventListener('keydown', ({ key }) => key === 'Tab' && leave(), { capture: true });
}

interface KeysOptions {
  readonly enabled?: boolean;
}

/** Single letters and signs, heard while nothing that has keys of its own has the focus. */
export function useLetterKeys(keys: readonly Key[], { enabled = true }: KeysOptions = {}): void {
  useHotkeys(
    keys.flatMap((key) => key.keys),
    (event) => keys.find((key) => key.keys.includes(event.key))?.run(event),
    {
      enabled,
      useKey: true,
      ignoreModifiers: true,
      preventDefault: true,
      ignoreEventWhen: (event) =>
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        event.defaultPrevented ||
        event.timeStamp - typedAt < JUST_TYPED ||
        (event.target as HTMLElement).closest(OWN_KEYS) !== null,
    },
  );
}

/** Chords with Ctrl or ⌘, heard wherever the focus is. @param ignore tells of events that are not meant */
export function useChord(
  chords: readonly string[],
  run: (event: KeyboardEvent) => void,
  ignore: (event: KeyboardEvent) => boolean = () => false,
): void {
  useHotkeys([...chords], run, {
    useKey: true,
    enableOnFormTags: true,
    enableOnContentEditable: true,
    preventDefault: true,
    ignoreEventWhen: (event) => event.defaultPrevented || ignore(event),
  });
}

/** Keys of a part of the page, heard while the focus is in it. @returns what marks the part */
export function useKeysWithin<E extends HTMLElement>(keys: Readonly<Record<string, () => void>>) {
  return useHotkeys<E>(Object.keys(keys), (event) => keys[event.key]?.(), {
    useKey: true,
    preventDefault: true,
    // Escape leads out of a field too.
    enableOnFormTags: true,
    ignoreEventWhen: (event) =>
      event.key !== 'Escape' && (event.target as HTMLElement).closest('input, select, textarea') !== null,
  });
}

'use client';

import { autocompletion, type CompletionContext, completionKeymap } from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { setDiagnostics } from '@codemirror/lint';
import { Annotation, EditorState, RangeSetBuilder, Transaction } from '@codemirror/state';
import {
  Decoration,
  type DecorationSet,
  EditorView,
  hoverTooltip,
  keymap,
  placeholder,
  ViewPlugin,
  type ViewUpdate,
} from '@codemirror/view';
import {
  catalogue,
  formOf,
  knownPhrases,
  otherNamesOf,
  type Problem,
  tokensOf,
  usualWindows,
} from '@plateau/core';
import { useEffect, useEffectEvent, useRef } from 'react';

interface RuleEditorProps {
  readonly id: string;
  readonly label: string;
  readonly text: string;
  readonly hint?: string | undefined;
  readonly problems: readonly Problem[];
  readonly onChange: (text: string) => void;
}

/** A change that comes from the sheet and is not to be told to it again. */
const fromSheet = Annotation.define<boolean>();

const marks = new Map<string, Decoration>();
function markFor(role: string): Decoration {
  let mark = marks.get(role);
  if (!mark) {
    mark = Decoration.mark({ class: `word-${role}` });
    marks.set(role, mark);
  }
  return mark;
}

const colours = ViewPlugin.fromClass(
  class {
    decorations: DecorationSet;
    constructor(view: EditorView) {
      this.decorations = this.build(view);
    }
    update(update: ViewUpdate): void {
      if (update.docChanged) this.decorations = this.build(update.view);
    }
    build(view: EditorView): DecorationSet {
      const builder = new RangeSetBuilder<Decoration>();
      for (const { place, role } of tokensOf(view.state.doc.toString()))
        builder.add(place.from, place.to, markFor(role));
      return builder.finish();
    }
  },
  { decorations: (plugin) => plugin.decorations },
);

/** What a measure under the pointer is: its form, formula, and where it comes from. */
const help = hoverTooltip((view, at) => {
  const text = view.state.doc.toString();
  const token = tokensOf(text).find(
    ({ place, role }) => role === 'measure' && place.from <= at && at < place.to,
  );
  const words = token && text.slice(token.place.from, token.place.to).toLowerCase().replace(/\s+/g, ' ');
  const measure = catalogue.find(({ phrase }) => phrase.toLowerCase() === words);
  if (!token || !measure) return null;
  const others = otherNamesOf(measure.phrase);
  const also = others.length > 0 ? `also called ${others.join(', ')}` : '';
  return {
    pos: token.place.from,
    end: token.place.to,
    create: () => {
      const dom = document.createElement('div');
      dom.className = 'rule-help';
      for (const line of [formOf(measure), measure.formula, also, measure.source].filter(Boolean)) {
        const row = document.createElement('p');
        row.textContent = line;
        dom.append(row);
      }
      return { dom };
    },
  };
});

const options = [
  ...catalogue.map((measure) => ({
    label: formOf(measure).replace(/ \[.*\]/g, ''),
    apply:
      measure.windows.length > 0
        ? `${usualWindows(measure).join('/')}-day ${measure.phrase}`
        : measure.phrase,
    detail: measure.formula.slice(0, 60),
    type: 'variable',
  })),
  // The names that traders know them by complete to ours.
  ...catalogue.flatMap((measure) =>
    otherNamesOf(measure.phrase).map((name) => ({
      label: name,
      apply:
        measure.windows.length > 0
          ? `${usualWindows(measure).join('/')}-day ${measure.phrase}`
          : measure.phrase,
      detail: `is called ${measure.phrase} here`,
      type: 'variable',
    })),
  ),
  ...knownPhrases
    .filter((phrase) => !catalogue.some((m) => m.phrase === phrase))
    .map((label) => ({ label, type: 'keyword' })),
];

function complete(context: CompletionContext) {
  const word = context.matchBefore(/[A-Za-z]+(?: [A-Za-z]*)?$/);
  if (!word && !context.explicit) return null;
  return { from: word?.from ?? context.pos, options, validFor: /^[A-Za-z ]*$/ };
}

/** A rule's text in a code editor: colours, completions, and the faults at their places. */
export function RuleEditor({ id, label, text, hint, problems, onChange }: RuleEditorProps) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | undefined>(undefined);
  const changed = useEffectEvent(onChange);
  const faulty = problems.length > 0;

  // biome-ignore lint/correctness/useExhaustiveDependencies: the editor is made once; later texts are put in below
  useEffect(() => {
    if (!host.current) return;
    const editor = new EditorView({
      parent: host.current,
      state: EditorState.create({
        doc: text,
        extensions: [
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({
            'aria-label': label,
            id,
            spellcheck: 'false',
            'aria-multiline': 'true',
          }),
          placeholder(hint ?? ''),
          colours,
          help,
          autocompletion({ override: [complete], icons: false, activateOnTyping: true }),
          // The editor undoes its own text, as every text field does.
          history(),
          keymap.of([...completionKeymap, ...historyKeymap, ...defaultKeymap]),
          EditorView.updateListener.of((update) => {
            if (update.docChanged && !update.transactions.some((t) => t.annotation(fromSheet))) {
              changed(update.state.doc.toString());
            }
          }),
        ],
      }),
    });
    view.current = editor;
    return () => editor.destroy();
  }, []);

  useEffect(() => {
    const editor = view.current;
    if (!editor || editor.state.doc.toString() === text) return;
    editor.dispatch({
      changes: { from: 0, to: editor.state.doc.length, insert: text },
      annotations: [fromSheet.of(true), Transaction.addToHistory.of(false)],
    });
  }, [text]);

  useEffect(() => {
    const editor = view.current;
    if (!editor) return;
    const size = editor.state.doc.length;
    const diagnostics = problems.map(({ message, place }) => ({
      from: Math.min(place?.from ?? 0, size),
      to: Math.min(place?.to ?? size, size),
      severity: 'error' as const,
      message,
    }));
    editor.dispatch(setDiagnostics(editor.state, diagnostics));
  }, [problems]);

  return <div ref={host} className="rule-editor" data-faulty={faulty || undefined} />;
}

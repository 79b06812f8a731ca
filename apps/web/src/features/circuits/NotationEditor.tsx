import type { Completion, CompletionContext } from '@codemirror/autocomplete';
import {
  acceptCompletion,
  autocompletion,
  completionStatus,
  moveCompletionSelection,
  selectedCompletion,
} from '@codemirror/autocomplete';
import { defaultKeymap } from '@codemirror/commands';
import { HighlightStyle, StreamLanguage, syntaxHighlighting } from '@codemirror/language';
import type { Diagnostic } from '@codemirror/lint';
import { setDiagnostics } from '@codemirror/lint';
import { EditorState } from '@codemirror/state';
import { EditorView, keymap, lineNumbers, placeholder } from '@codemirror/view';
import { tags } from '@lezer/highlight';
import type { Circuit, NotationFlaw } from '@grim-lantern/core';
import { kindWords, zoneIds } from '@grim-lantern/core';
import { useEffect, useRef } from 'react';

const words = new Set(kindWords.map(({ word }) => word));
const statements = new Set(['circuit', 'vehicle', 'place', 'strip', 'control', 'never']);

const language = StreamLanguage.define<null>({
  startState: () => null,
  token(stream) {
    if (stream.eatSpace()) return null;
    if (stream.match(/^#.*/)) return 'comment';
    if (stream.match(/^"(?:[^"\\]|\\.)*"?/)) return 'string';
    if (stream.match(/^(->|→|>)/)) return 'operator';
    if (stream.match(/^~?\d+([.,]\d+)?(mm²|mm2|min|[a-zΩ]{1,4})?(?=[\s(),:>]|$)/i)) return 'number';
    const word = stream.match(/^[^\s>→(),:="#]+/u);
    if (word === null || typeof word === 'boolean') {
      stream.next();
      return null;
    }
    const text = word[0].toLowerCase();
    return statements.has(text) ? 'meta' : words.has(text) ? 'keyword' : 'variableName';
  },
});

const look = HighlightStyle.define([
  { tag: tags.keyword, fontWeight: '700' },
  { tag: tags.meta, fontWeight: '700', color: 'var(--agree)' },
  { tag: tags.number, color: 'var(--agree)' },
  { tag: tags.string, color: 'var(--dim)' },
  { tag: tags.comment, color: 'var(--dim)', fontStyle: 'italic' },
  { tag: tags.operator, color: 'var(--dim)' },
]);

const theme = EditorView.theme({
  '&': { height: '100%', fontSize: '14px', backgroundColor: 'var(--raised)' },
  '.cm-scroller': { fontFamily: 'var(--font-mono, "Martian Mono Variable"), monospace', lineHeight: '1.65' },
  '.cm-content': { caretColor: 'var(--ink)' },
  '.cm-gutters': { backgroundColor: 'var(--raised)', color: 'var(--dim)', border: 'none' },
  '.cm-cursor': { borderLeftColor: 'var(--ink)' },
  '&.cm-focused': { outline: '2px solid var(--ink)', outlineOffset: '-2px' },
  '.cm-selectionBackground, &.cm-focused .cm-selectionBackground': { backgroundColor: 'var(--line)' },
  '.cm-lintRange-error': { backgroundImage: 'none', textDecoration: 'underline wavy var(--clash)' },
  '.cm-tooltip': { backgroundColor: 'var(--ground)', color: 'var(--ink)', border: '1px solid var(--ink)' },
  '.cm-tooltip-autocomplete ul li[aria-selected]': { backgroundColor: 'var(--ink)', color: 'var(--ground)' },
  '.cm-placeholder': { color: 'var(--dim)' },
});

const hint = 'battery > fuse 5 20A > relay K1.30\nK1.87 > horn 5A > ground G1';

/** A circuit's notation: a line a path. What cannot be read is underlined, and said when pointed at. */
export function NotationEditor({
  text,
  circuit,
  flaws,
  shown,
  onType,
  onCursor,
  onUndo,
  onRedo,
}: {
  readonly text: string;
  readonly circuit: Circuit;
  readonly flaws: readonly NotationFlaw[];
  /** The line to bring into view. */
  readonly shown: { readonly line: number } | null;
  readonly onType: (text: string) => void;
  /** Told where a hand puts the cursor: the line, from 0, and how many letters of it stand before. */
  readonly onCursor: (line: number, column: number) => void;
  readonly onUndo: () => void;
  readonly onRedo: () => void;
}) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  /** What was typed here and has not come back as `text` yet, oldest first. */
  const told = useRef<string[]>([]);
  const latest = useRef({ onType, onCursor, onUndo, onRedo, circuit });
  useEffect(() => {
    latest.current = { onType, onCursor, onUndo, onRedo, circuit };
  });
  useEffect(() => {
    if (host.current === null) return;
    const act = (name: 'onUndo' | 'onRedo') => () => {
      latest.current[name]();
      return true;
    };
    const made = new EditorView({
      parent: host.current,
      state: EditorState.create({
        extensions: [
          lineNumbers(),
          language,
          syntaxHighlighting(look),
          theme,
          placeholder(hint),
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({
            'aria-label': 'Circuit as text',
            spellcheck: 'false',
            autocapitalize: 'off',
          }),
          autocompletion({
            icons: false,
            // What is typed stands: a suggestion is taken by Tab, by a tap, or once it was gone to.
            selectOnOpen: false,
            interactionDelay: 0,
            override: [(context) => completions(context, latest.current.circuit)],
          }),
          keymap.of([
            { key: 'Mod-z', run: act('onUndo'), preventDefault: true },
            { key: 'Mod-y', run: act('onRedo'), preventDefault: true },
            { key: 'Mod-Shift-z', run: act('onRedo'), preventDefault: true },
            { key: 'Tab', run: takeSuggestion },
            ...defaultKeymap,
          ]),
          EditorView.updateListener.of(({ docChanged, state, transactions }) => {
            if (transactions.some((each) => each.isUserEvent('select'))) {
              const { head } = state.selection.main;
              const line = state.doc.lineAt(head);
              latest.current.onCursor(line.number - 1, head - line.from);
            }
            const typed = transactions.some(
              (each) => each.isUserEvent('input') || each.isUserEvent('delete') || each.isUserEvent('move'),
            );
            if (!docChanged || !typed) return;
            told.current.push(state.doc.toString());
            latest.current.onType(state.doc.toString());
          }),
        ],
      }),
    });
    // Scrolled by keyboard too, without the cursor.
    made.scrollDOM.tabIndex = 0;
    view.current = made;
    return () => made.destroy();
  }, []);
  useEffect(() => {
    const at = view.current;
    // On a slow device more is typed before the page has drawn what was: that is no change from elsewhere.
    const own = told.current.lastIndexOf(text);
    told.current.splice(0, own + 1);
    if (at === null || own >= 0 || at.state.doc.toString() === text) return;
    told.current = [];
    at.dispatch({ changes: { from: 0, to: at.state.doc.length, insert: text } });
  }, [text]);
  useEffect(() => {
    const at = view.current;
    if (at === null || at.state.doc.toString() !== text) return;
    const { doc } = at.state;
    const marks = flaws.flatMap(({ line, from, to, message }): readonly Diagnostic[] => {
      if (line >= doc.lines) return [];
      const { from: start, length } = doc.line(line + 1);
      const first = start + Math.min(from, Math.max(0, length - 1));
      return [{ from: first, to: Math.max(first, start + Math.min(to, length)), severity: 'error', message }];
    });
    at.dispatch(setDiagnostics(at.state, marks));
  }, [flaws, text]);
  useEffect(() => {
    const at = view.current;
    if (at === null || shown === null || shown.line >= at.state.doc.lines) return;
    const { from, to } = at.state.doc.line(shown.line + 1);
    at.dispatch({
      selection: { anchor: from, head: to },
      effects: EditorView.scrollIntoView(from, { y: 'center' }),
    });
  }, [shown]);
  return <div ref={host} className="h-full min-h-0 overflow-hidden" />;
}

/** Takes the suggestion that was gone to, or else the first. @returns whether any are shown or looked for */
function takeSuggestion(view: EditorView): boolean {
  if (completionStatus(view.state) === null) return false;
  if (selectedCompletion(view.state) === null) moveCompletionSelection(true)(view);
  acceptCompletion(view);
  return true;
}

/** Kinds, names and places that a word may become. */
function completions(context: CompletionContext, circuit: Circuit) {
  const word = context.matchBefore(/[\p{L}\d+-]+/u);
  if (word === null && !context.explicit) return null;
  const before = context.state.doc
    .lineAt(context.pos)
    .text.slice(0, (word?.from ?? context.pos) - context.state.doc.lineAt(context.pos).from);
  const place = /\b(at|via)\s+([\w~-]+\s+)*$/.test(before);
  const options: Completion[] = place
    ? [...new Set([...circuit.places.map(({ id }) => id), ...zoneIds])].map((label) => ({
        label,
        type: 'place',
      }))
    : [
        ...circuit.parts.map(({ id, name }) => ({ label: id, detail: name, type: 'variable' })),
        ...kindWords.map(({ word: label, title }) => ({
          label,
          ...(title === undefined ? {} : { detail: title }),
          type: 'keyword',
        })),
      ];
  return { from: word?.from ?? context.pos, options };
}

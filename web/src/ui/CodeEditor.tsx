import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { highlightSelectionMatches, searchKeymap } from '@codemirror/search';
import { Compartment, EditorState, RangeSetBuilder, type Extension } from '@codemirror/state';
import {
  Decoration,
  EditorView,
  ViewPlugin,
  keymap,
  placeholder,
  type DecorationSet,
  type ViewUpdate,
} from '@codemirror/view';
import { useEffect, useRef } from 'react';
import { lineKinds, type LineKind } from './scriptLines.ts';
import type { EditorProps } from './editorProps.ts';

const LINES: Readonly<Record<LineKind, Decoration>> = {
  heading: Decoration.line({ class: 'script-heading' }),
  who: Decoration.line({ class: 'script-who' }),
  aside: Decoration.line({ class: 'script-aside' }),
  said: Decoration.line({ class: 'script-said' }),
};

/** Each line of a scene’s text by what it is: who speaks, how, what is said. */
const scriptLook = ViewPlugin.fromClass(
  class {
    decorations: DecorationSet;
    constructor(view: EditorView) {
      this.decorations = this.draw(view);
    }
    update(update: ViewUpdate) {
      if (update.docChanged) this.decorations = this.draw(update.view);
    }
    draw({ state }: EditorView): DecorationSet {
      const builder = new RangeSetBuilder<Decoration>();
      const kinds = lineKinds(state.doc.toString().split('\n'));
      kinds.forEach((kind, i) => {
        const { from } = state.doc.line(i + 1);
        if (kind) builder.add(from, from, LINES[kind]);
      });
      return builder.finish();
    }
  },
  { decorations: (plugin) => plugin.decorations },
);

/** In the colours of the theme, as all that can be typed in. */
const look = EditorView.theme({
  '&': { color: 'var(--chakra-colors-text)', backgroundColor: 'var(--chakra-colors-raised)' },
  '.cm-content': { caretColor: 'var(--chakra-colors-accent)', lineHeight: '1.5', padding: '8px 4px' },
  '.cm-cursor': { borderLeftColor: 'var(--chakra-colors-accent)', borderLeftWidth: '2px' },
  '.cm-selectionMatch': { backgroundColor: 'color-mix(in srgb, var(--chakra-colors-look) 30%, transparent)' },
  '&.cm-focused > .cm-scroller > .cm-selectionLayer .cm-selectionBackground, .cm-selectionBackground': {
    backgroundColor: 'color-mix(in srgb, var(--chakra-colors-accent) 35%, transparent)',
  },
  '.cm-placeholder': { color: 'var(--chakra-colors-soft)', whiteSpace: 'pre-wrap' },
  '.cm-panels': {
    backgroundColor: 'var(--chakra-colors-panel)',
    color: 'var(--chakra-colors-text)',
    fontSize: '15px',
  },
  '.cm-panel.cm-search': { padding: '8px' },
  '.cm-panel.cm-search [name=close]': { fontSize: '22px', right: '8px' },
  '.cm-panel.cm-search label': { fontSize: '15px' },
  '.cm-textfield, .cm-button': {
    backgroundColor: 'var(--chakra-colors-raised)',
    backgroundImage: 'none',
    color: 'var(--chakra-colors-text)',
    border: '1px solid var(--chakra-colors-edge)',
    fontSize: '15px',
    padding: '4px 8px',
  },
});

/** A real editor for longer texts: finding and replacing (Ctrl F), many cursors, its own undo; and of scripts who speaks and what. */
export function CodeEditor({
  label,
  value,
  onChange,
  onBlur,
  rows,
  hint,
  script = false,
  invalid = false,
  keys,
  focused,
}: EditorProps) {
  const place = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const latest = useRef({ onChange, onBlur, keys });
  latest.current = { onChange, onBlur, keys };
  const about = useRef(new Compartment());
  const aboutNow = (): Extension =>
    EditorView.contentAttributes.of({ 'aria-label': label, 'aria-invalid': String(invalid), 'aria-multiline': 'true' });
  // What it is made with; what changes later is told to it below.
  const first = useRef({ value, hint, script, focused, about: aboutNow() });

  useEffect(() => {
    const { value: doc, hint: hinted, script: isScript, focused: takesFocus, about: named } = first.current;
    if (!place.current) return;
    const made = new EditorView({
      parent: place.current,
      state: EditorState.create({
        doc,
        extensions: [
          keymap.of(
            Object.keys(latest.current.keys ?? {}).map((key) => ({
              key,
              run: () => latest.current.keys?.[key]?.() ?? false,
            })),
          ),
          history(),
          keymap.of([...searchKeymap, ...historyKeymap, ...defaultKeymap]),
          highlightSelectionMatches(),
          EditorState.phrases.of({ 'match case': 'capitals count', regexp: 'pattern', 'by word': 'whole words' }),
          EditorView.lineWrapping,
          about.current.of(named),
          ...(hinted ? [placeholder(hinted)] : []),
          ...(isScript ? [scriptLook] : []),
          look,
          EditorView.updateListener.of((u) => u.docChanged && latest.current.onChange(u.state.doc.toString())),
          EditorView.domEventHandlers({ blur: () => void latest.current.onBlur?.() }),
        ],
      }),
    });
    view.current = made;
    if (takesFocus) made.focus();
    return () => made.destroy();
  }, []);
  useEffect(() => {
    const made = view.current;
    if (made && made.state.doc.toString() !== value)
      made.dispatch({ changes: { from: 0, to: made.state.doc.length, insert: value } });
  }, [value]);
  useEffect(() => {
    view.current?.dispatch({
      effects: about.current.reconfigure(
        EditorView.contentAttributes.of({
          'aria-label': label,
          'aria-invalid': String(invalid),
          'aria-multiline': 'true',
        }),
      ),
    });
  }, [label, invalid]);
  return (
    <div
      ref={place}
      className={`text-editor${script ? ' script' : ''}`}
      style={{ minHeight: `${rows * 1.5}em` }}
      // Keys of the screen stay out of what is typed.
      onKeyDown={(e) => e.stopPropagation()}
    />
  );
}

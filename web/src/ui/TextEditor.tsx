import { Textarea } from '@chakra-ui/react';
import { useEffect, useRef, type ComponentType, type RefObject } from 'react';
import { create } from 'zustand';
import type { EditorProps } from './editorProps.ts';

/** Where the editor comes from, after the screen. */
export const editorSource = {
  load: (): Promise<ComponentType<EditorProps>> => import('./CodeEditor.tsx').then((m) => m.CodeEditor),
};
const useEditor = create<{ Editor: ComponentType<EditorProps> | null }>(() => ({ Editor: null }));

/** A longer text: scripts, what is read aloud. Nothing typed is lost while the editor comes: the text is whoever’s draws it. */
export function TextEditor(props: EditorProps) {
  const plain = useRef<HTMLTextAreaElement>(null);
  const Editor = useEditor((s) => s.Editor);
  useEffect(() => {
    if (Editor) return;
    editorSource.load().then(
      (loaded) => useEditor.setState({ Editor: loaded }),
      // Without network and never fetched: the plain field stays, which can do all that must be done.
      () => undefined,
    );
  }, [Editor]);
  if (!Editor) return <PlainText {...props} field={plain} />;
  const hadFocus = plain.current !== null && document.activeElement === plain.current;
  return <Editor {...props} focused={props.focused ?? hadFocus} />;
}

function PlainText({
  label,
  value,
  onChange,
  onBlur,
  rows,
  hint,
  script,
  invalid,
  field,
}: EditorProps & { field: RefObject<HTMLTextAreaElement | null> }) {
  return (
    <Textarea
      ref={field}
      aria-label={label}
      aria-invalid={invalid ?? false}
      rows={rows}
      value={value}
      placeholder={hint}
      onChange={(e) => onChange(e.target.value)}
      onBlur={onBlur}
      onKeyDown={(e) => e.stopPropagation()}
      fontFamily={script ? 'mono' : undefined}
      style={{ lineHeight: 1.5, resize: 'vertical' }}
    />
  );
}

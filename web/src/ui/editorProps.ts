/** What a longer text asks of whatever draws it: a plain field, or the editor. */
export interface EditorProps {
  label: string;
  value: string;
  onChange: (text: string) => void;
  onBlur?: () => void;
  rows: number;
  /** What stands there while it is empty. */
  hint?: string;
  /** It is the text of a scene: who speaks and what is said are drawn apart. */
  script?: boolean;
  invalid?: boolean;
  /** Keys of its own, such as `Mod-Enter`; true: the key is dealt with. */
  keys?: Readonly<Record<string, () => boolean>>;
  /** It takes the focus as soon as it stands. */
  focused?: boolean;
}

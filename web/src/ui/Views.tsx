import { Tabs } from '@chakra-ui/react';
import type { ReactNode } from 'react';

export interface View<T extends string> {
  key: T;
  words: ReactNode;
  /** What the words leave out, on hover. */
  title?: string;
  /** Its name where the words are a sign. */
  name?: string;
}

interface Props<T extends string> {
  label: string;
  views: readonly View<T>[];
  /** null: none of them is open. */
  open: T | null;
  onOpen: (view: T) => void;
  /** `line`: many, told apart by a line below; `outline`: a list of sentences in columns. */
  variant?: 'plain' | 'line' | 'outline';
  /** `lg` under a thumb. */
  size?: 'md' | 'lg';
}

/** Several of one kind, one of which is open: views of a screen, scenes, setups, places. Arrow keys go through them. */
export function Tabbed<T extends string>({ label, views, open, onOpen, variant = 'plain', size = 'md' }: Props<T>) {
  return (
    <Tabs.Root
      value={open}
      variant={variant}
      size={size}
      // What is opened is the screen itself: no part of the page is one tab’s alone.
      ids={{ content: () => 'screen' }}
      onValueChange={(e) => onOpen(e.value as T)}
    >
      <Tabs.List aria-label={label}>
        {views.map((v) => (
          <Tabs.Trigger key={v.key} value={v.key} title={v.title} aria-label={v.name}>
            {v.words}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
    </Tabs.Root>
  );
}

/** The views of one screen: which one is open, and the others a press away. */
export function Views<T extends string>({
  views,
  ...props
}: Omit<Props<T>, 'views'> & { views: readonly (readonly [T, string, number?])[] }) {
  return (
    <Tabbed
      {...props}
      views={views.map(([key, words, count]) => ({ key, words: count ? `${words} ${count}` : words }))}
    />
  );
}

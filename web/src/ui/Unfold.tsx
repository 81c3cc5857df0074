import { Collapsible } from '@chakra-ui/react';
import { ChevronRight } from 'lucide-react';
import type { ReactNode } from 'react';
import { create } from 'zustand';

/** What was unfolded stays so while one goes from thing to thing. */
const useUnfolded = create<Record<string, boolean>>(() => ({}));

/** What not everybody needs, under its words: a press unfolds it. With `remember`, all of that name are unfolded together. */
export function Unfold({ words, remember, children }: { words: ReactNode; remember?: string; children: ReactNode }) {
  const open = useUnfolded((s) => (remember ? (s[remember] ?? false) : undefined));
  return (
    <Collapsible.Root
      lazyMount
      unmountOnExit
      {...(remember ? { open, onOpenChange: (e) => useUnfolded.setState({ [remember]: e.open }) } : {})}
    >
      <Collapsible.Trigger>
        <ChevronRight size={16} aria-hidden="true" />
        {words}
      </Collapsible.Trigger>
      <Collapsible.Content>{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}

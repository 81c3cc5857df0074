import { Suspense, lazy, useRef, useState } from 'react';

// Comes when it is asked for: the first page has hints, and nobody presses most of them.
const HintWords = lazy(() => import('./HintWords.tsx').then((m) => ({ default: m.HintWords })));

/** A `?` beside a figure or a word: one sentence that says what it means, on press or by keyboard, and on hover where there is a pointer. */
export function Hint({ of, children }: { of: string; children: string }) {
  const [open, setOpen] = useState(false);
  const anchor = useRef<HTMLButtonElement>(null);
  return (
    <>
      {/* The sign is drawn, not written: it is no part of the name that it stands beside. */}
      <button
        ref={anchor}
        type="button"
        className="hint"
        aria-label={`What “${of}” means`}
        aria-expanded={open}
        title={children}
        onClick={() => setOpen(!open)}
      />
      {open ? (
        <Suspense fallback={null}>
          <HintWords of={of} anchor={anchor} close={() => setOpen(false)}>
            {children}
          </HintWords>
        </Suspense>
      ) : null}
    </>
  );
}

import type { ReactNode } from 'react';

/** How much a finding weighs, shown by more than its colour: what is dangerous is a reversed block in the night theme, where red on red says nothing. */
export function Severity({ level, children }: { level: string; children: ReactNode }) {
  return (
    <span className="severity" data-level={level}>
      {children}
    </span>
  );
}

import type { ReactNode } from 'react';
import type { MediaState } from '@kavrell/core/copies';
import type { ShotState } from '@kavrell/core/scenes';
import { MEDIA_WORDS, STATE_WORDS } from '@kavrell/core/wrap';

function Glyph({ children }: { children: ReactNode }) {
  return (
    <svg
      width="14"
      height="14"
      viewBox="0 0 14 14"
      aria-hidden="true"
      style={{ flex: 'none' }}
      fill="none"
      stroke="currentColor"
      strokeWidth="1.5"
    >
      {children}
    </svg>
  );
}

const SHOT: Record<ShotState, ReactNode> = {
  planned: <circle cx="7" cy="7" r="5" />,
  setUp: (
    <>
      <circle cx="7" cy="7" r="5" />
      <path d="M7 2a5 5 0 0 1 5 5H7z" fill="currentColor" />
    </>
  ),
  got: <circle cx="7" cy="7" r="5" fill="currentColor" />,
  dropped: <path d="M7 1.8 12.2 7 7 12.2 1.8 7z" />,
};

const MEDIA: Record<MediaState, ReactNode> = {
  onCardOnly: <rect x="2.5" y="2.5" width="9" height="9" />,
  copied: (
    <>
      <rect x="2.5" y="2.5" width="9" height="9" />
      <path d="M2.5 2.5H7v9H2.5z" fill="currentColor" />
    </>
  ),
  verified: <rect x="2.5" y="2.5" width="9" height="9" fill="currentColor" />,
  kept: (
    <>
      <rect x="1.2" y="1.2" width="11.6" height="11.6" />
      <rect x="4" y="4" width="6" height="6" fill="currentColor" />
    </>
  ),
};

/** A shot's state: shape and word. */
export function ShotMark({ state, bare = false }: { state: ShotState; bare?: boolean }) {
  return (
    <span
      style={{ display: 'inline-flex', gap: 6, alignItems: 'center' }}
      title={bare ? STATE_WORDS[state] : undefined}
    >
      <Glyph>{SHOT[state]}</Glyph>
      <span className={bare ? 'unseen' : undefined}>{STATE_WORDS[state]}</span>
    </span>
  );
}

/** Where media stand: shape and word. */
export function MediaMark({ state, bare = false }: { state: MediaState; bare?: boolean }) {
  return (
    <span
      style={{ display: 'inline-flex', gap: 6, alignItems: 'center' }}
      title={bare ? MEDIA_WORDS[state] : undefined}
    >
      <Glyph>{MEDIA[state]}</Glyph>
      <span className={bare ? 'unseen' : undefined}>{MEDIA_WORDS[state]}</span>
    </span>
  );
}

/** A camera's letter on a strip of tape whose ends were cut by hand: no two letters are cut alike. */
export function Tape({ letter, size = 20 }: { letter: string; size?: number }) {
  const n = letter.charCodeAt(0);
  const cut = (k: number) => ((n * (k + 3) * 7) % 9) - 4;
  const points = `${4 + cut(1) / 2}% ${3 + Math.abs(cut(2))}%, 97% ${2 + Math.abs(cut(3))}%, ${95 + cut(4)}% 48%, 99% 96%, ${6 + Math.abs(cut(5))}% 98%, ${2 + Math.abs(cut(6))}% 55%`;
  return (
    <span
      className="mono"
      style={{
        display: 'inline-grid',
        placeItems: 'center',
        width: letter.length > 1 ? 'auto' : size * 1.15,
        padding: letter.length > 1 ? '0 6px' : 0,
        height: size,
        fontSize: size * 0.72,
        fontWeight: 700,
        lineHeight: 1,
        background: 'var(--chakra-colors-tape)',
        color: 'var(--chakra-colors-on-tape)',
        clipPath: `polygon(${points})`,
        transform: `rotate(${cut(7) / 3}deg)`,
        flex: 'none',
      }}
    >
      {letter}
    </span>
  );
}

export function Tapes({ letters, size }: { letters: readonly string[]; size?: number }) {
  if (letters.length === 0) return null;
  return (
    <span style={{ display: 'inline-flex', gap: 3 }} role="img" aria-label={`cameras ${letters.join(', ')}`}>
      {letters.map((l) => (
        <Tape key={l} letter={l} {...(size ? { size } : {})} />
      ))}
    </span>
  );
}

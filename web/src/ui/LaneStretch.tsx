import type { CSSProperties, ReactNode } from 'react';

/** A stretch of a lane that is only looked at. */
export function LaneStretch({
  className,
  style,
  words,
  title,
}: {
  className: string;
  style: CSSProperties;
  words: ReactNode;
  /** The whole of it, with its times, on hover. */
  title: string;
}) {
  return (
    <div className={className} style={style} title={title}>
      <span>{words}</span>
    </div>
  );
}

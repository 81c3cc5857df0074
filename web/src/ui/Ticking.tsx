import { useEffect, useRef } from 'react';

/** A text that changes each frame, such as a running timecode: drawn without React. */
export function Ticking({
  text,
  label,
  className = 'mono',
}: {
  text: () => string;
  label: string;
  className?: string;
}) {
  const ref = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    let frame = 0;
    const draw = () => {
      const now = text();
      if (ref.current && ref.current.textContent !== now) ref.current.textContent = now;
      frame = requestAnimationFrame(draw);
    };
    draw();
    return () => cancelAnimationFrame(frame);
  }, [text]);
  return <span ref={ref} className={className} aria-label={label} role="timer" />;
}

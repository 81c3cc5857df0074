import { useEffect, useState } from 'react';

const WIDE = '(min-width: 900px)';

/** True on screens wide enough for rail and side sheet. */
export function useWide(): boolean {
  const [wide, setWide] = useState(() => window.matchMedia(WIDE).matches);
  useEffect(() => {
    const media = window.matchMedia(WIDE);
    const hear = () => setWide(media.matches);
    media.addEventListener('change', hear);
    return () => media.removeEventListener('change', hear);
  }, []);
  return wide;
}

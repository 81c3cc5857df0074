import { useEffect, useState } from 'react';

const WIDE = '(min-width: 900px)';
const LOW = '(max-height: 520px)';

function useMedia(query: string): boolean {
  const [is, setIs] = useState(() => window.matchMedia(query).matches);
  useEffect(() => {
    const media = window.matchMedia(query);
    const hear = () => setIs(media.matches);
    media.addEventListener('change', hear);
    return () => media.removeEventListener('change', hear);
  }, [query]);
  return is;
}

/** True on screens wide enough for rail and side sheet. */
export const useWide = (): boolean => useMedia(WIDE);

/** True on screens so low (a phone on its side, a page at 200 %) that each bar costs the content dear. */
export const useLow = (): boolean => useMedia(LOW);

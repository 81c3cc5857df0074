import { useLocation, useNavigate } from 'react-router';
import { useWide } from '../app/frame/wide.ts';
import { openSheet } from './sheet.tsx';

/** The selected row's id, kept in the address after `#`, so that a link can point at it and Back returns to it. */
export function useHashSelection(): [string | null, (id: string | null) => void] {
  const { hash } = useLocation();
  const navigate = useNavigate();
  const wide = useWide();
  const id = hash.slice(1) || null;
  return [
    id,
    (next) => {
      if (next !== id) void navigate({ hash: next ?? '' }, { replace: true });
      if (next && !wide) openSheet(true);
    },
  ];
}

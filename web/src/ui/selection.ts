import { useLayoutEffect } from 'react';
import { useLocation } from 'react-router';
import { create } from 'zustand';
import { useWide } from './wide.ts';
import { openSheet } from './sheet.tsx';

const useSelected = create<{ id: string | null }>(() => ({ id: null }));

/**
 * The selected row's id. It stands in the address after `#`, so that a link can point at it and a reload keeps it,
 * but choosing a row does not go through the router: the frame need not be drawn again for it.
 */
export function useHashSelection(): [string | null, (id: string | null) => void] {
  const { hash, key } = useLocation();
  const wide = useWide();
  useLayoutEffect(() => useSelected.setState({ id: hash.slice(1) || null }), [hash, key]);
  const id = useSelected((s) => s.id);
  return [
    id,
    (next) => {
      if (next !== useSelected.getState().id) {
        useSelected.setState({ id: next });
        window.history.replaceState(
          window.history.state,
          '',
          next ? `#${next}` : `${window.location.pathname}${window.location.search}`,
        );
      }
      if (next && !wide) openSheet(true);
    },
  ];
}

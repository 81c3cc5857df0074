import { Box } from '@chakra-ui/react';
import { useDrag } from '@use-gesture/react';
import { PanelRightClose, PanelRightOpen } from 'lucide-react';
import { useState, type KeyboardEvent } from 'react';
import { usePreferences } from '../../platform/preferences.ts';
import { Button } from '../../ui/Button.tsx';

export const LEAST_SHEET_PX = 280;
export const MOST_SHEET_PX = 720;
const KEY_STEP_PX = 24;
/** Where nobody has pulled it: a quarter of the window, within what can be read. */
const BY_ITSELF = { least: 300, share: 0.24, most: 460 };

/** How wide it is in a window of this width, where nobody has pulled it. */
export const byItselfPx = (windowPx: number): number =>
  Math.round(Math.min(BY_ITSELF.most, Math.max(BY_ITSELF.least, BY_ITSELF.share * windowPx)));

export const sheetPxWithin = (px: number): number => Math.round(Math.min(MOST_SHEET_PX, Math.max(LEAST_SHEET_PX, px)));

/** How wide the side sheet is, in CSS, and what pulling it does: drawn at once, kept when let go. */
export function useSheetEdge() {
  const kept = usePreferences((s) => s.sheetPx);
  const set = usePreferences((s) => s.set);
  const [pulled, setPulled] = useState<number | null>(null);
  const px = pulled ?? kept;
  return {
    px,
    width:
      px === null
        ? `clamp(${BY_ITSELF.least}px, ${100 * BY_ITSELF.share}vw, ${BY_ITSELF.most}px)`
        : `min(${px}px, 50vw)`,
    pull: (to: number) => setPulled(sheetPxWithin(to)),
    keep: (to: number) => {
      setPulled(null);
      set({ sheetPx: sheetPxWithin(to) });
    },
  };
}

/** The gesture library moves by arrow keys too, by other steps and until they are let go: here they are the edge’s own. */
const OWN_KEYS = { pointer: { keys: false } } as const;

/**
 * The edge by which the side sheet is pulled wider, by pointer or arrow keys. Not Chakra’s Splitter: that gives shares
 * of one row, and the sheet keeps its width while the window changes and hangs over the screen on a phone.
 */
export function SheetEdge({ edge }: { edge: ReturnType<typeof useSheetEdge> }) {
  const widthNow = (edgeItself: EventTarget | null) =>
    edgeItself instanceof HTMLElement ? (edgeItself.nextElementSibling?.clientWidth ?? LEAST_SHEET_PX) : LEAST_SHEET_PX;
  const drag = useDrag(({ event, movement: [dx], first, last, memo }) => {
    const from = first ? widthNow(event.currentTarget) : (memo as number);
    // A press that moved nothing says nothing about the width.
    if (last && dx === 0) return from;
    if (last) edge.keep(from - dx);
    else edge.pull(from - dx);
    return from;
  }, OWN_KEYS);
  const key = (e: KeyboardEvent) => {
    const by = e.key === 'ArrowLeft' ? KEY_STEP_PX : e.key === 'ArrowRight' ? -KEY_STEP_PX : 0;
    if (by === 0) return;
    e.preventDefault();
    edge.keep(widthNow(e.currentTarget) + by);
  };
  return (
    <Box
      role="separator"
      aria-orientation="vertical"
      aria-label="Width of the side sheet"
      aria-valuenow={edge.px ?? byItselfPx(window.innerWidth)}
      aria-valuemin={LEAST_SHEET_PX}
      aria-valuemax={MOST_SHEET_PX}
      tabIndex={0}
      gridColumn={3}
      gridRow={2}
      zIndex={1}
      w="7px"
      cursor="col-resize"
      touchAction="none"
      _hover={{ bg: 'edge' }}
      {...drag()}
      onKeyDown={key}
    />
  );
}

/** What is left of the sheet while it is folded: the press that brings it back. */
export function FoldedSheet({ unfold }: { unfold: () => void }) {
  return (
    <Box bg="panel" borderLeft="1px solid" borderColor="hairline" pt={3} textAlign="center">
      <Button
        size="small"
        look="quiet"
        px={1}
        aria-label="Show the side sheet"
        title="Show the side sheet, 0"
        onClick={unfold}
      >
        <PanelRightOpen size={18} aria-hidden="true" />
      </Button>
    </Box>
  );
}

export function FoldButton({ fold }: { fold: () => void }) {
  return (
    <Button
      size="small"
      look="quiet"
      px={1}
      float="right"
      mt={-2}
      mr={-2}
      aria-label="Fold the side sheet"
      title="Fold the side sheet, 0"
      onClick={fold}
    >
      <PanelRightClose size={18} aria-hidden="true" />
    </Button>
  );
}

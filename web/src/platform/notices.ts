import { createToaster } from '@chakra-ui/react/toast';

const SHOWN_MS = 6000;
/** More than these at once are not read. */
const MOST = 3;

/** What is said at the foot of the screen; it stays while one points at it or stands on it. */
export const notices = createToaster({
  placement: 'bottom',
  duration: SHOWN_MS,
  max: MOST,
  overlap: false,
  // Above what stands at the foot of every page: the answers, and on the phone the tabs.
  offsets: { left: '16px', right: '16px', top: '16px', bottom: 'var(--notices-bottom)' },
});

export interface NoticeAction {
  word: string;
  run: () => void;
}

/** Says something short at the foot of the screen for a few seconds; never asks for an answer. */
export function tell(text: string, action?: NoticeAction): void {
  notices.create({ title: text, ...(action ? { action: { label: action.word, onClick: action.run } } : {}) });
}

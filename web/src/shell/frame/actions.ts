import type { Me } from '@kavrell/contract';
import { usePreferences } from '../../platform/preferences.ts';
import { THEMES, type Theme } from '../../platform/theme.ts';
import { undo } from '../../platform/undo.ts';
import { hold } from '../../ui/sheet.tsx';

export const THEME_WORDS: Readonly<Record<Theme, string>> = {
  system: 'As the system',
  stage: 'Stage, dark',
  daylight: 'Daylight, for sun',
  night: 'Night, for a dark set',
};

export interface Action {
  key: string;
  kind: 'action' | 'answer' | 'help';
  text: string;
  keys?: string;
  go: () => void;
}

/** What can be done from every screen, as it is found by `/`: the same that keys and presses of the frame do. */
export function actionsFor(me: Me, productionId: string): Action[] {
  const { sheetFolded, letterKeys, set } = usePreferences.getState();
  const all: (Action & { ownerOnly?: boolean })[] = [
    { key: 'make', kind: 'answer', text: 'Will we make the day?', keys: '1', go: () => hold('make') },
    { key: 'got', kind: 'answer', text: 'Do we have it?', keys: '2', go: () => hold('got') },
    { key: 'kept', kind: 'answer', text: 'Is it kept?', keys: '3', go: () => hold('kept') },
    {
      key: 'undo',
      kind: 'action',
      text: 'Undo the last change',
      keys: 'Ctrl Z',
      ownerOnly: true,
      go: () => void undo.run(productionId, me.name),
    },
    {
      key: 'redo',
      kind: 'action',
      text: 'Do it again',
      keys: 'Ctrl Shift Z',
      ownerOnly: true,
      go: () => void undo.run(productionId, me.name, true),
    },
    {
      key: 'fold',
      kind: 'action',
      text: sheetFolded ? 'Show the side sheet' : 'Fold the side sheet',
      keys: '0',
      go: () => set({ sheetFolded: !sheetFolded }),
    },
    ...THEMES.map((theme) => ({
      key: `theme ${theme}`,
      kind: 'action' as const,
      text: `Theme: ${THEME_WORDS[theme]}`,
      go: () => set({ theme }),
    })),
    {
      key: 'letters',
      kind: 'action',
      text: `Single-letter keys ${letterKeys ? 'off' : 'on'}`,
      go: () => set({ letterKeys: !letterKeys }),
    },
    { key: 'settings', kind: 'action', text: 'Settings', keys: ',', go: () => hold('settings') },
    { key: 'waiting', kind: 'action', text: 'What is saved and what waits', go: () => hold('waiting') },
    { key: 'keys', kind: 'help', text: 'Keys of this screen', keys: '?', go: () => hold('keys') },
    { key: 'trust', kind: 'help', text: 'How far to trust this: figures and their errors', go: () => hold('trust') },
  ];
  return all.filter((a) => !a.ownerOnly || me.role === 'owner').map(({ ownerOnly: _, ...action }) => action);
}

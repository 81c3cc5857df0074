import type { Me } from '@kavrell/contract';
import { declared, keyWords, keysOf, type CommandId } from '../../platform/commands.ts';
import { useRunning } from '../../platform/keys.ts';
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
  /** `here`: what can be pressed on the screen that is open. */
  kind: 'action' | 'answer' | 'help' | 'here';
  text: string;
  keys?: string;
  go: () => void;
}

/** What can be done from every screen, as it is found by `/`: the same that keys and presses of the frame do. */
export function actionsFor(me: Me, productionId: string): Action[] {
  const { sheetFolded, letterKeys, keys: chosen, set } = usePreferences.getState();
  const keyed = (id: CommandId) => keyWords(keysOf(id, chosen));
  const all: (Action & { ownerOnly?: boolean })[] = [
    { key: 'make', kind: 'answer', text: 'Will we make the day?', keys: keyed('frame.make'), go: () => hold('make') },
    { key: 'got', kind: 'answer', text: 'Do we have it?', keys: keyed('frame.got'), go: () => hold('got') },
    { key: 'kept', kind: 'answer', text: 'Is it kept?', keys: keyed('frame.kept'), go: () => hold('kept') },
    {
      key: 'undo',
      kind: 'action',
      text: 'Undo the last change',
      keys: keyed('frame.undo'),
      ownerOnly: true,
      go: () => void undo.run(productionId, me.name),
    },
    {
      key: 'redo',
      kind: 'action',
      text: 'Do it again',
      keys: keyed('frame.redo'),
      ownerOnly: true,
      go: () => void undo.run(productionId, me.name, true),
    },
    {
      key: 'fold',
      kind: 'action',
      text: sheetFolded ? 'Show the side sheet' : 'Fold the side sheet',
      keys: keyed('frame.fold'),
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
    { key: 'settings', kind: 'action', text: 'Settings', keys: keyed('frame.settings'), go: () => hold('settings') },
    { key: 'waiting', kind: 'action', text: 'What is saved and what waits', go: () => hold('waiting') },
    { key: 'keys', kind: 'help', text: 'Keys of this screen', keys: keyed('frame.keys'), go: () => hold('keys') },
    { key: 'trust', kind: 'help', text: 'How far to trust this: figures and their errors', go: () => hold('trust') },
  ];
  for (const [id, { run }] of useRunning.getState().commands) {
    const { screen, does, fixed } = declared(id);
    if (screen !== 'Everywhere' && !fixed)
      all.push({ key: id, kind: 'action', text: `${screen}: ${does}`, keys: keyed(id), go: run });
  }
  return all.filter((a) => !a.ownerOnly || me.role === 'owner').map(({ ownerOnly: _, ...action }) => action);
}

/** What repeats for each of many rows is not an action of the screen. */
const REPEATED = '[role=row], [role=grid], [role=listbox], li, dl, [data-line]';

/** What can be pressed on the screen that is open, by its name: nothing that a screen offers is missing from `/`. */
export function pressesOn(screen: ParentNode): Action[] {
  const found = new Map<string, Action>();
  for (const button of screen.querySelectorAll<HTMLElement>('button, a[href], [role=tab]')) {
    const text = (button.getAttribute('aria-label') ?? button.textContent ?? '').replace(/\s+/g, ' ').trim();
    const dead = button.matches(':disabled, [aria-disabled=true]');
    if (!text || dead || button.closest(REPEATED) || found.has(text)) continue;
    found.set(text, { key: `press ${text}`, kind: 'here', text, go: () => button.click() });
  }
  return [...found.values()];
}

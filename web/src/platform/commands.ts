interface Declared {
  /** The screen it belongs to; `Everywhere` is the frame’s. */
  screen: string;
  does: string;
  /** As long as this reader has chosen no other; '' for none. */
  keys: string;
  /** Stays as it is: a way out, a row of keys, or what the reader would look for under no other key. */
  fixed?: boolean;
}

const of = (screen: string, keys: string, does: string, more: Partial<Declared> = {}): Declared => ({
  screen,
  does,
  keys,
  ...more,
});

/** Everything a key does by itself, whatever has the focus: one list for the keys’ sheet, `/`, hover and what may be changed. */
export const COMMANDS = {
  'frame.find': of('Everywhere', '/', 'find a screen, scene, shot, person, or what to do', { fixed: true }),
  'frame.make': of('Everywhere', '1', 'will we make the day?'),
  'frame.got': of('Everywhere', '2', 'do we have it?'),
  'frame.kept': of('Everywhere', '3', 'is it kept?'),
  'frame.fold': of('Everywhere', '0', 'fold or show the side sheet'),
  'frame.emergency': of('Everywhere', '9', 'emergency card: where we are, hospital, first aid'),
  'frame.settings': of('Everywhere', ',', 'settings'),
  'frame.keys': of('Everywhere', '?', 'this list', { fixed: true }),
  'frame.undo': of('Everywhere', 'mod+z', 'undo, also after a reload', { fixed: true }),
  'frame.redo': of('Everywhere', 'mod+shift+z', 'do again', { fixed: true }),
  'frame.close': of('Everywhere', 'escape', 'close the sheet', { fixed: true }),
  'scenes.line': of('Scenes', 'n', 'to the line that adds a shot; Shift Enter puts it after the chosen shot'),
  'scenes.before': of('Scenes', 'bracketleft', 'scene before'),
  'scenes.after': of('Scenes', 'bracketright', 'scene after'),
  'scenes.missing': of('Scenes', 's', 'to what an editor will miss: Enter adds the shot, Delete says not needed'),
  'scenes.beat': of('Scenes', 'b', 'on Track: tap the beat'),
  'roll.press': of('Roll', 'space', 'roll, cut'),
  'roll.cameras': of('Roll', 'a,b,c,d,e,f', 'camera in or out of the take', { fixed: true }),
  'roll.good': of('Roll', 'g', 'verdict: good'),
  'roll.maybe': of('Roll', 'm', 'verdict: maybe'),
  'roll.noGood': of('Roll', 'x', 'verdict: no good'),
  'roll.note': of('Roll', 't', 'note'),
  'roll.star': of('Roll', 's', 'star this moment'),
  'roll.wild': of('Roll', 'w', 'wild sound'),
  'roll.next': of('Roll', 'n', 'the next'),
  'roll.before': of('Roll', 'p', 'the one before'),
  'roll.list': of('Roll', 'l', 'choose from the list'),
  'roll.jam': of('Roll', 'j', 'then a camera’s letter: its clock was jammed just now'),
  'roll.series': of('Roll', 'k', 'while it rolls: this take is over, the next is in the same roll'),
  'roll.mend': of('Roll', 'r', 'put the chosen take right'),
  'roll.holds': of('Roll', '5', 'who has the picture: I have it'),
  'roll.look': of('Roll', 'i', 'last look before what happens once'),
  'roll.leave': of('Roll', 'v', 'leave this place?'),
  'roll.stills': of('Roll', 'z', 'stills of the shot in hand'),
  'roll.questions': of('Roll', 'h', 'questions of the interview in hand'),
  'roll.delay': of('Roll', 'y', 'a delay and its cause'),
  'roll.incident': of('Roll', 'o', 'an incident, or one that nearly was'),
  'roll.scope': of('Roll', '6', 'more was asked for than was agreed'),
  'roll.takeBack': of('Roll', 'u', 'take the cut back, within five seconds'),
  'cover.call': of('Cover', 'c', 'on Cues: call the next cue'),
  'clocks.before': of('Clocks', 'up', 'the clock before', { fixed: true }),
  'clocks.after': of('Clocks', 'down', 'the clock after', { fixed: true }),
  'clocks.jam': of('Clocks', 'j', 'the selected clock was jammed just now'),
  'clocks.slate': of('Clocks', 'l', 'slate'),
  'clocks.clap': of('Clocks', 'space', 'on the slate: flash and beep'),
} as const satisfies Record<string, Declared>;

export type CommandId = keyof typeof COMMANDS;
export const COMMAND_IDS = Object.keys(COMMANDS) as CommandId[];

/** What this reader chose instead, by command. */
export type ChosenKeys = Partial<Record<CommandId, string>>;

export const declared = (id: CommandId): Declared => COMMANDS[id];
export const keysOf = (id: CommandId, chosen: ChosenKeys): string => chosen[id] ?? COMMANDS[id].keys;

/** Letters, figures or Space alone, which a reader can switch off: of the keys as they are now, ours or chosen. */
export const areLetters = (keys: string): boolean => keys.split(',').every((key) => /^([a-z0-9]|space)$/.test(key));

const WORDS: Readonly<Record<string, string>> = {
  mod: 'Ctrl',
  ctrl: 'Ctrl',
  shift: 'Shift',
  alt: 'Alt',
  space: 'Space',
  escape: 'Esc',
  up: '↑',
  down: '↓',
  bracketleft: '[',
  bracketright: ']',
};

/** Keys as one reads them: `mod+shift+z` is “Ctrl Shift Z”, a row of letters is “A … F”. */
export function keyWords(keys: string): string {
  const row = keys.length > 1 ? keys.split(',') : [keys];
  if (row.length > 1) return `${keyWords(row[0] ?? '')} … ${keyWords(row.at(-1) ?? '')}`;
  return keys
    .split('+')
    .map((part) => WORDS[part] ?? part.toUpperCase())
    .join(' ');
}

/** A key press as the one key that a command may have, or why it can’t be one. */
export function readKeyPress(
  event: Pick<KeyboardEvent, 'code' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>,
): { keys: string } | { problem: string } | null {
  if (/^(Shift|Control|Alt|Meta)(Left|Right)$/.test(event.code)) return null;
  if (event.ctrlKey || event.metaKey) return { problem: 'Keys with Ctrl belong to the tables and the browser.' };
  const key = /^Key([A-Z])$/.exec(event.code)?.[1] ?? /^Digit(\d)$/.exec(event.code)?.[1];
  const keys = event.code === 'Space' ? 'space' : key?.toLowerCase();
  if (!keys) return { problem: 'A letter, a figure or Space, alone or with Alt or Shift: the others move and edit.' };
  return { keys: `${event.altKey ? 'alt+' : ''}${event.shiftKey ? 'shift+' : ''}${keys}` };
}

/** What already has these keys where the command works: on its screen and everywhere. */
export function keyHolder(id: CommandId, keys: string, chosen: ChosenKeys): CommandId | undefined {
  const { screen } = declared(id);
  return COMMAND_IDS.find((other) => {
    const where = declared(other).screen;
    const together = where === screen || where === 'Everywhere' || screen === 'Everywhere';
    return other !== id && together && keysOf(other, chosen).split(',').includes(keys);
  });
}

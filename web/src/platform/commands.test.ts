import { describe, expect, it } from 'vitest';
import { COMMAND_IDS, COMMANDS, declared, keyHolder, keyWords, keysOf, readKeyPress } from './commands.ts';

const press = (code: string, held: Partial<KeyboardEvent> = {}) =>
  readKeyPress({ code, ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, ...held });

describe('the list of commands', () => {
  it('no two that can be meant at once have the same key', () => {
    for (const id of COMMAND_IDS)
      for (const key of declared(id).keys.split(',').filter(Boolean))
        expect(keyHolder(id, key, {}), id).toBeUndefined();
  });
  it('each stands under its screen and says what it does', () => {
    for (const id of COMMAND_IDS) {
      const { screen, does } = declared(id);
      expect(does).toMatch(/\S/);
      expect(id.split('.')[0]).toBe(screen === 'Everywhere' ? 'frame' : screen.toLowerCase());
    }
  });
});

describe('keys in words', () => {
  it.each([
    ['mod+shift+z', 'Ctrl Shift Z'],
    ['space', 'Space'],
    [',', ','],
    ['bracketleft', '['],
    ['a,b,c,d,e,f', 'A … F'],
    ['', ''],
  ])('%s is “%s”', (keys, words) => expect(keyWords(keys)).toBe(words));
});

describe('a key that is chosen', () => {
  it('is a letter, a figure or Space, alone or with Alt or Shift, on any layout', () => {
    expect(press('KeyQ')).toEqual({ keys: 'q' });
    expect(press('Digit7', { shiftKey: true })).toEqual({ keys: 'shift+7' });
    expect(press('Space', { altKey: true })).toEqual({ keys: 'alt+space' });
  });
  it('while only Shift or Alt is held nothing is chosen yet', () => {
    expect(press('ShiftLeft', { shiftKey: true })).toBeNull();
    expect(press('AltRight', { altKey: true })).toBeNull();
  });
  it.each(['Enter', 'ArrowUp', 'Delete', 'F5'])('%s is refused in words', (code) =>
    expect(press(code)).toEqual({ problem: expect.stringContaining('letter') as string }),
  );
  it('keys with Ctrl are refused in words', () =>
    expect(press('KeyZ', { ctrlKey: true })).toEqual({ problem: expect.stringContaining('Ctrl') as string }));

  it('is taken where a command of its screen or of everywhere has it, and free where only another screen has', () => {
    expect(keyHolder('roll.wild', 'g', {})).toBe('roll.good');
    expect(keyHolder('roll.wild', 'c', {})).toBe('roll.cameras');
    expect(keyHolder('roll.wild', '1', {})).toBe('frame.make');
    expect(keyHolder('frame.make', 'g', {})).toBe('roll.good');
    expect(keyHolder('scenes.line', 'g', {})).toBeUndefined();
  });
  it('is the command’s from then on, and its old key is free', () => {
    const chosen = { 'roll.good': 'q' };
    expect(keysOf('roll.good', chosen)).toBe('q');
    expect(keyHolder('roll.wild', 'q', chosen)).toBe('roll.good');
    expect(keyHolder('roll.wild', COMMANDS['roll.good'].keys, chosen)).toBeUndefined();
  });
});

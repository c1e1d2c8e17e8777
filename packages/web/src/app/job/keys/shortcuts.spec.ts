import { type Shortcut, belongsToFocus, keyName, listed, shortcutFor } from './shortcuts';

const run = () => undefined;
const shortcuts: Shortcut[] = [
  { key: 'z', control: true, shift: false, does: 'Undo', run },
  { key: 'z', control: true, shift: true, does: 'Redo', run },
  { key: 'm', does: 'Misfit', run },
];
const press = (key: string, more: KeyboardEventInit = {}) => new KeyboardEvent('keydown', { key, ...more });

describe('shortcuts', () => {
  it('tells undo from redo, on either kind of keyboard', () => {
    expect(shortcutFor(press('z', { ctrlKey: true }), shortcuts)?.does).toBe('Undo');
    expect(shortcutFor(press('Z', { metaKey: true, shiftKey: true }), shortcuts)?.does).toBe('Redo');
    expect(shortcutFor(press('z'), shortcuts)).toBeUndefined();
    expect(shortcutFor(press('m', { altKey: true }), shortcuts)).toBeUndefined();
  });

  it('go to whoever can do something with them now', () => {
    let isUp = true;
    const both: Shortcut[] = [
      { key: 'Escape', does: 'Put the tool down', when: () => isUp, run },
      { key: 'Escape', does: 'Stop', run },
    ];
    expect(shortcutFor(press('Escape'), both)?.does).toBe('Put the tool down');
    isUp = false;
    expect(shortcutFor(press('Escape'), both)?.does).toBe('Stop');
  });

  it('are written as they are pressed', () =>
    expect(shortcuts.map(keyName)).toEqual(['Ctrl Z', 'Ctrl Shift Z', 'M']));

  it('are listed by kind: stages, signs, letters, what is held together', () => {
    const keys = ['Escape', 'z', '+', '2', 'm', '1'].map((key) => ({ key, does: key, run }));
    const held = { key: 'y', control: true, does: 'held', run };
    expect(listed([held, ...keys]).map(({ does }) => does)).toEqual([
      '2',
      '1',
      '+',
      'z',
      'm',
      'held',
      'Escape',
    ]);
  });

  it('leave typing and sliders alone', () => {
    const field = document.createElement('input');
    document.body.append(field);
    const seen: boolean[] = [];
    field.addEventListener('keydown', (event) => seen.push(belongsToFocus(event)));
    field.dispatchEvent(press('m'));
    field.type = 'range';
    field.dispatchEvent(press('m'));
    field.dispatchEvent(press('ArrowLeft'));
    expect(seen).toEqual([true, false, true]);
  });
});

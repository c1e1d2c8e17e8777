/** One key, what it does, and the sheet's heading it stands under. */
export interface Shortcut {
  key: string;
  /** Held together with control, or command on a Mac. */
  control?: boolean;
  shift?: boolean;
  does: string;
  run: () => void;
  /** Whether it does anything now; always where nothing is said. */
  when?: () => boolean;
  /** Whether it belongs to jobs of another kind, and is not listed. */
  elsewhere?: () => boolean;
}

/** True where a key belongs to what is focused: text is typed there, or a slider moved. */
export function belongsToFocus(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null;
  if (!target) return false;
  const typing = target.matches(
    'input:not([type=range]):not([type=checkbox]), textarea, select, [contenteditable]',
  );
  const steering = target.matches('input[type=range], [role=slider]') && event.key.startsWith('Arrow');
  return typing || steering;
}

/** The shortcut an event asks for. */
export function shortcutFor(event: KeyboardEvent, shortcuts: readonly Shortcut[]): Shortcut | undefined {
  const control = event.ctrlKey || event.metaKey;
  if (event.altKey) return undefined;
  return shortcuts.find(
    (shortcut) =>
      shortcut.key.toLowerCase() === event.key.toLowerCase() &&
      (shortcut.control ?? false) === control &&
      (shortcut.when?.() ?? true) &&
      !shortcut.elsewhere?.() &&
      (shortcut.shift === undefined || shortcut.shift === event.shiftKey),
  );
}

/** How a shortcut is written: "Ctrl Z". */
export function keyName({ key, control, shift }: Shortcut): string {
  const names: Record<string, string> = {
    ' ': 'Space',
    ArrowLeft: '←',
    ArrowRight: '→',
    ArrowUp: '↑',
    ArrowDown: '↓',
    Escape: 'Esc',
  };
  return [control ? 'Ctrl' : '', shift ? 'Shift' : '', names[key] ?? key.toUpperCase()]
    .filter(Boolean)
    .join(' ');
}

/** Kinds of keys in the order in which they are listed: stages first, what is held together last. */
const KINDS_OF_KEYS = [/^[1-9]$/, /^[^a-z]$/i, /^[a-z]$/i];

/** Shortcuts as a sheet lists them. */
export function listed(shortcuts: readonly Shortcut[]): Shortcut[] {
  const rank = ({ key, control }: Shortcut) => {
    const kind = control ? -1 : KINDS_OF_KEYS.findIndex((one) => one.test(key));
    return kind < 0 ? KINDS_OF_KEYS.length : kind;
  };
  return shortcuts.filter(({ elsewhere }) => !elsewhere?.()).sort((a, b) => rank(a) - rank(b));
}

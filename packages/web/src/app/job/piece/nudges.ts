/** What an arrow key moves, in millimetres: a tenth of one, or a 64th of an inch. */
export const NUDGE = { mm: 0.1, in: 25.4 / 64 };
export const NUDGES = [
  { key: 'ArrowLeft', x: -1, y: 0 },
  { key: 'ArrowRight', x: 1, y: 0 },
  { key: 'ArrowUp', x: 0, y: -1 },
  { key: 'ArrowDown', x: 0, y: 1 },
];

/** Names that every Node script may use, for the linter. */
const names = [
  'console',
  'process',
  'module',
  'require',
  '__dirname',
  'URL',
  'Buffer',
  'setTimeout',
  'fetch',
];

export default Object.fromEntries(names.map((name) => [name, 'readonly']));

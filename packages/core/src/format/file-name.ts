/**
 * A file name with its right ending, whatever the job is called: characters that file systems refuse are
 * replaced, an ending already there is not doubled.
 */
export function fileNameFor(name: string, ending: string): string {
  const base = name
    .replace(/[\p{Cc}<>:"/\\|?*]+/gu, '-')
    .replace(/\.(svg|dxf|pdf|zip|png|jpe?g|webp|gif|bmp|avif|tiff?)$/i, '')
    .replace(/^[\s.-]+|[\s.-]+$/g, '');
  return `${base || 'drelk-job'}.${ending}`;
}

/** A name that is not taken yet: the same with a number before its ending. */
export function freeName(name: string, taken: readonly string[]): string {
  const [, base, ending] = /^(.*?)(\.[^.]*)?$/s.exec(name) ?? ['', name, ''];
  let free = name;
  for (let k = 2; taken.includes(free); k++) free = `${base} ${k}${ending ?? ''}`;
  return free;
}

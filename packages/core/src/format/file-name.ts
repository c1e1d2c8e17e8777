/**
 * A file name with its right ending, whatever the job is called: characters that file systems refuse are
 * replaced, an ending already there is not doubled.
 */
export function fileNameFor(name: string, ending: string): string {
  const base = name
    .replace(/[\p{Cc}<>:"/\\|?*]+/gu, '-')
    .replace(/\.(svg|dxf|png|jpe?g|webp|gif|bmp|avif|tiff?)$/i, '')
    .replace(/^[\s.-]+|[\s.-]+$/g, '');
  return `${base || 'drelk-job'}.${ending}`;
}

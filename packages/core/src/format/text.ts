import { DrelkError } from '../error';

/** Text of nothing but ASCII as bytes. */
export function bytesOf(text: string): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(text.length);
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    if (code > 127) throw new DrelkError('bad-drawing', `“${text[i]}” is no ASCII.`, 'Use plain letters.');
    bytes[i] = code;
  }
  return bytes;
}

/** How many bytes become characters at once. */
const AT_ONCE = 8192;

/** Bytes as text, one character each. */
export function textOf(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length; i += AT_ONCE)
    text += String.fromCharCode(...bytes.subarray(i, i + AT_ONCE));
  return text;
}

/** A name in the nearest plain letters: without accents, so that less of it is lost where there is nothing but ASCII. */
export const inPlainLetters = (name: string): string =>
  name.normalize('NFD').replace(/\p{M}/gu, '').replaceAll('ß', 'ss').replaceAll('ẞ', 'SS');

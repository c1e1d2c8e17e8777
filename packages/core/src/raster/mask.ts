import type { GreyPicture, Mask } from './picture';

/** The two-tone picture of everything darker than `level`. */
export function maskBelow(grey: GreyPicture, level: number): Mask {
  const data = new Uint8Array(grey.data.length);
  for (let i = 0; i < data.length; i++) data[i] = grey.data[i] < level ? 1 : 0;
  return { width: grey.width, height: grey.height, data };
}

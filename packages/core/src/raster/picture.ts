/** A colour picture: RGBA, 8 bits each, not premultiplied, row by row from the top left. */
export interface ColourPicture {
  width: number;
  height: number;
  data: Uint8Array | Uint8ClampedArray;
}

/** A grey picture: one byte a pixel, 0 black to 255 white, sRGB-encoded luminance. */
export interface GreyPicture {
  width: number;
  height: number;
  data: Uint8Array;
}

/** A two-tone picture: 1 is ink, 0 is paper. */
export interface Mask {
  width: number;
  height: number;
  data: Uint8Array;
}

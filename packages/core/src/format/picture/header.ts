/** What a picture file says of itself before it is decoded. */
export interface PictureHeader {
  kind: 'png' | 'jpeg' | 'webp' | 'gif' | 'bmp' | 'tiff' | 'avif';
  /** Size in pixels as it will be seen, that is after the EXIF orientation. */
  width: number;
  height: number;
  /** Pixels per inch, where the file says; a camera's says nothing of what it saw, and counts as none. */
  density: number | undefined;
  /** EXIF orientation, 1 where none is given. */
  orientation: number;
  /** Its four channels are printing inks, of which every program makes other colours. */
  inks?: boolean;
  /** More than one picture in sequence; the first is taken. */
  animated: boolean;
  /** False where the file ends before its own end mark. */
  complete: boolean;
}

/** Random access to numbers in a file; beyond its end everything is 0. */
export class Bytes {
  constructor(readonly data: Uint8Array) {}
  get length() {
    return this.data.length;
  }
  u8(at: number): number {
    return this.data[at] ?? 0;
  }
  u16(at: number, little = false): number {
    return little ? this.u8(at) | (this.u8(at + 1) << 8) : (this.u8(at) << 8) | this.u8(at + 1);
  }
  u32(at: number, little = false): number {
    const high = this.u16(little ? at + 2 : at, little);
    return high * 65536 + this.u16(little ? at : at + 2, little);
  }
  ascii(at: number, length: number): string {
    return String.fromCharCode(...this.data.subarray(at, at + length));
  }
}

/** The size seen once the orientation is obeyed: from 5 on, sides change places (EXIF 2.3, tag 0x112). */
export function oriented(width: number, height: number, orientation: number) {
  return orientation >= 5 ? { width: height, height: width } : { width, height };
}

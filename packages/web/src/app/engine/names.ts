import { type Arrived, type JobDocument, type PictureResult, isArtworkAlone } from '@drelk/core';
import type { Held } from './messages';

/** Names of what results are made of, the same for the same thing, so that the page can say what it holds. */
export class Names {
  private readonly numbers = new WeakMap<object, number>();
  private count = 0;

  /** `source` names the picture that the job begins with. */
  constructor(private readonly source: string) {}

  /** Of all that lies on a piece, where that is more than its artwork. */
  ofPiece({ piece }: JobDocument, made: object): Pick<Held, 'piece'> {
    return isArtworkAlone(piece) ? {} : { piece: this.numbered(made) };
  }

  /** Of a preview, a picture that the page holds in full goes by that one's name: it is not to be taken away. */
  of({ artwork, piece }: PictureResult, document: JobDocument, mode: 'preview' | 'full', held: Held): Held {
    return {
      ...this.arrived(artwork.traced, document, mode, held),
      paths: this.ofPaths(artwork.paths),
      ...this.ofPiece(document, piece),
    };
  }

  /** Of paths alone. */
  ofPaths(paths: object): string {
    return this.numbered(paths);
  }

  /** Of what is there while the paths are still worked out. */
  arrived(
    { corners, ink }: Pick<Arrived, 'corners' | 'ink'>,
    { square }: JobDocument,
    mode: 'preview' | 'full',
    held: Held,
  ): Held {
    const squared = `${this.source} ${JSON.stringify([square, corners])}`;
    const full = `full ${squared}`;
    return {
      picture: mode === 'full' || held.picture === full ? full : `preview ${squared}`,
      ink: ink && `${this.numbered(ink.ink.grey)} ${ink.ink.level}`,
    };
  }

  private numbered(thing: object): string {
    const number = this.numbers.get(thing) ?? ++this.count;
    this.numbers.set(thing, number);
    return `${this.source} ${number}`;
  }
}

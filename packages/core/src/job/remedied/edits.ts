import { type Box, boxHeight, boxWidth } from '../../geometry';
import { type BridgeKind, hasBoardIn } from '../../piece';
import type { Finding, Remedy } from '../../prove';
import type { JobDocument } from '../document/document';

/** Bridges are so wide at least, in millimetres. */
const BRIDGE = 2;
/** A little more than the least, so that it passes when it is measured. */
const MORE = 1.01;

/** A change of a job's settings. */
export type JobEdit = (document: JobDocument) => void;

/** What is known of a piece: its items by id with their boxes, and the boxes of all of it and of its artwork. Millimetres. */
export interface PieceSeen {
  items: readonly { id: number; box: Box | undefined }[];
  frame: { width: number; height: number };
  artwork: { width: number; height: number };
}

/** The change of settings that a remedy is; undefined for one that changes contours. */
export function editFor({ act }: Remedy, finding: Finding, seen: PieceSeen): JobEdit | undefined {
  if (act === 'bridge') return held(finding, seen, (document) => heldBy(document));
  if (act === 'tie') return held(finding, seen, () => 'tied');
  if (act === 'shrink') return shrunk(seen);
  return act === 'mirror' ? turnedOver : undefined;
}

/** On a board shapes are cut out; by themselves they are what stays. */
const heldBy = ({ piece: { items } }: JobDocument): BridgeKind => (hasBoardIn(items) ? 'left' : 'added');

/** What artwork and text has islands is held, as wide as necks and walls have to be; where all is tied, all of them are. */
function held(
  { places }: Finding,
  { items }: PieceSeen,
  kindIn: (document: JobDocument) => BridgeKind,
): JobEdit {
  const around = new Set(
    items.flatMap(({ id, box }) =>
      !box || places.some(({ x, y }) => x >= box.left && x <= box.right && y >= box.top && y <= box.bottom)
        ? [`${id}`]
        : [],
    ),
  );
  return (document) => {
    const by = kindIn(document);
    const { neck, wall } = document.prove.material.least;
    // A strip has a cut on either side of it.
    const width = Math.max(BRIDGE, MORE * neck, MORE * wall);
    for (const [id, item] of Object.entries(document.piece.items))
      if (
        (item.kind === 'artwork' || item.kind === 'text') &&
        (!item.bridges || (by === 'tied' && item.bridges.by === 'added')) &&
        !item.hidden &&
        (by === 'tied' || around.has(id))
      )
        item.bridges = { count: 0, places: [], width, ...item.bridges, by };
  };
}

/** How large the artwork may be for the piece to lie on a bed, either way around; down to the tenth of a millimetre below. */
export function widthOnBed({ frame, artwork }: PieceSeen, bed: { width: number; height: number }): number {
  const fit = (width: number, height: number) => Math.min(width / frame.width, height / frame.height);
  const share = Math.max(fit(bed.width, bed.height), fit(bed.height, bed.width));
  return Math.floor(10 * artwork.width * share) / 10;
}

const shrunk =
  (seen: PieceSeen): JobEdit =>
  ({ piece, prove }) => {
    piece.edge = 'width';
    piece.length = widthOnBed(seen, prove.material.bed);
  };

const turnedOver: JobEdit = ({ piece }) => {
  piece.mirrored = !piece.mirrored;
};

/** What a piece is known by. */
export const seenOf = (piece: {
  frame: Box;
  artwork: Box | undefined;
  items: readonly { id: number; box: Box | undefined }[];
}): PieceSeen => ({
  items: piece.items,
  frame: { width: boxWidth(piece.frame), height: boxHeight(piece.frame) },
  artwork: piece.artwork
    ? { width: boxWidth(piece.artwork), height: boxHeight(piece.artwork) }
    : { width: 0, height: 0 },
});

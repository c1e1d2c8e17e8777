import { DrelkError } from '../../error';
import { SCHEMA } from '../document/document';
import {
  CHOICES_AS_WAS,
  FINEST_AS_WAS,
  FORMATS_AS_WAS,
  INK_AS_WAS,
  LINE_AS_WAS,
  PIECE_AS_WAS,
  PROVE_AS_WAS,
  SQUARE_AS_WAS,
} from './as-was';
import { paceAsWas, wasFromBehind } from './workshop-as-was';

type Plain = Record<string, unknown>;

const isPlain = (value: unknown): value is Plain =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const plain = (value: unknown): Plain => (isPlain(value) ? value : {});

/** What is to be done to a document of each older schema to make it one of the next. */
const NEXT: Record<number, (document: Plain) => Plain> = {
  1: keyedStrokes,
  2: allDetail,
  3: nothingApart,
  4: rulingsLeft,
  5: noHand,
  6: artworkAlone,
  7: heldByNothing,
  8: fewChoices,
  9: noPictures,
  10: waivedForGood,
  11: oneToolForAll,
  12: asSeen,
  13: asFitted,
};

/**
 * Schema 1 grew while it was one: the first jobs knew neither flattening nor scales, and took ink by its tone alone;
 * later ones lack some of Line's settings. Strokes of the hand, once a list, get ids.
 */
function keyedStrokes(document: Plain): Plain {
  const { specks, pinholes, ...ink } = plain(document['ink']);
  const isFirst = ink['by'] === undefined;
  const asFirst = {
    ...INK_AS_WAS,
    by: 'tone',
    tone: { ...INK_AS_WAS.tone, levelled: false },
    clean: { ...INK_AS_WAS.clean, specks, pinholes },
  };
  const strokes = Array.isArray(ink['strokes']) ? (ink['strokes'] as unknown[]) : [];
  const square = {
    ...SQUARE_AS_WAS,
    ...(isFirst ? { flatten: 'none' } : {}),
    ...plain(document['square']),
  };
  return {
    ...document,
    square,
    ink: {
      ...(isFirst ? asFirst : {}),
      ...ink,
      strokes: Object.fromEntries(strokes.map((stroke, k) => [k + 1, stroke])),
    },
    line: { ...LINE_AS_WAS, ...plain(document['line']) },
  };
}

/** Schema 2 knew of no detail: all of it was there. */
function allDetail(document: Plain): Plain {
  const ink = plain(document['ink']);
  return { ...document, ink: { ...ink, tone: { ...plain(ink['tone']), detail: FINEST_AS_WAS } } };
}

/** Schema 3 knew neither of things cut out nor of words. */
function nothingApart(document: Plain): Plain {
  return { ...document, ink: { ...plain(document['ink']), cut: null, words: null } };
}

/** Schema 4 left the lines of squared paper where they were. */
function rulingsLeft(document: Plain): Plain {
  const ink = plain(document['ink']);
  return { ...document, ink: { ...ink, tone: { ...plain(ink['tone']), rulings: false } } };
}

/** Schema 5 knew of no paths put right by hand. */
function noHand(document: Plain): Plain {
  return { ...document, line: { ...plain(document['line']), hand: {} } };
}

/** Schema 6 knew of nothing on a piece but its artwork. */
function artworkAlone(document: Plain): Plain {
  return { ...document, piece: { ...PIECE_AS_WAS, ...plain(document['piece']) } };
}

/**
 * Schema 7 knew neither tabs nor locks, no tasks of single contours, no rings, no bases, no forms and no fonts of one's own; and no
 * materials: what it was proven against were the limits of the first.
 */
function heldByNothing(document: Plain): Plain {
  const piece = plain(document['piece']);
  const more: Record<string, Plain> = {
    artwork: { picked: [] },
    board: { own: [] },
    outline: { ring: null, base: null },
  };
  const items = Object.entries(plain(piece['items'])).map(([id, value]) => {
    const item = plain(value);
    return [id, { ...item, locked: false, tabs: null, ...more[String(item['kind'])] }];
  });
  return {
    ...document,
    piece: { ...piece, items: Object.fromEntries(items), fonts: {} },
    prove: PROVE_AS_WAS,
  };
}

/** Schema 8 knew how narrow a material may be, and not how fast it is cut; of each kind of file one thing could be chosen. */
function fewChoices(document: Plain): Plain {
  const prove = plain(document['prove']);
  const material = plain(prove['material']);
  const pace = paceAsWas(material['process'], material['name']);
  const { svg, dxf } = plain(document['handoff']);
  const handoff = {
    ...CHOICES_AS_WAS,
    svg: { ...CHOICES_AS_WAS.svg, ...(typeof svg === 'string' ? { style: svg } : {}) },
    dxf: { ...CHOICES_AS_WAS.dxf, ...(typeof dxf === 'string' ? { release: dxf } : {}) },
  };
  return { ...document, handoff, prove: { ...prove, material: { ...material, pace } } };
}

/** Schema 9 knew no pictures among its files, and less to choose of the others; what is cut from behind was not said. */
function noPictures(document: Plain): Plain {
  const before = plain(document['handoff']);
  const handoff = Object.fromEntries(
    FORMATS_AS_WAS.map((id) => [id, { ...CHOICES_AS_WAS[id], ...plain(before[id]) }]),
  );
  const prove = plain(document['prove']);
  const material = plain(prove['material']);
  const more = wasFromBehind(material['process'], material['name']) ? { fromBehind: true } : {};
  return {
    ...document,
    handoff,
    prove: { ...prove, material: { ...material, ...more } },
  };
}

/**
 * Schema 10 waived findings whatever became of them; parts on one another were a finding of their own, beside cuts that cross. All bridges were
 * strips that are left.
 */
function waivedForGood(document: Plain): Plain {
  const prove = plain(document['prove']);
  const { 'parts-overlap': overlap, ...waived } = plain(prove['waived']);
  const piece = plain(document['piece']);
  const items = Object.entries(plain(piece['items'])).map(([id, value]) => {
    const item = plain(value);
    const { bridges } = item;
    return [id, isPlain(bridges) ? { ...item, bridges: { ...bridges, adds: false } } : item];
  });
  return {
    ...document,
    piece: { ...piece, items: Object.fromEntries(items) },
    prove: {
      ...prove,
      waived: { ...(overlap === undefined ? {} : { crossing: overlap }), ...waived },
      waivedAt: {},
    },
  };
}

/**
 * Schema 11 had one tool for all tasks, and the usual depth for all pockets; what is to come out was told by what lies in what; bridges were
 * left or added, and nothing tied what lies beside.
 */
function oneToolForAll(document: Plain): Plain {
  const piece = plain(document['piece']);
  const items = Object.entries(plain(piece['items'])).map(([id, value]) => {
    const item = plain(value);
    if (!isPlain(item['bridges'])) return [id, item];
    const { adds, ...bridges } = item['bridges'];
    return [id, { ...item, bridges: { ...bridges, by: adds === true ? 'added' : 'left' } }];
  });
  return {
    ...document,
    piece: { ...piece, items: Object.fromEntries(items) },
    prove: { ...plain(document['prove']), works: {}, wanted: 'auto' },
  };
}

/**
 * A document of any schema that ever was, as one of the schema that is now: its meaning stays. What is no document
 * comes back as it is, for whoever checks it. Throws `bad-document` for one of a schema yet to come.
 */
export function upgraded(value: unknown): unknown {
  if (!isPlain(value) || typeof value['schema'] !== 'number') return value;
  if (value['schema'] > SCHEMA) {
    throw new DrelkError(
      'bad-document',
      'This job was saved by a newer Drelk.',
      'Open it with that one, or begin again from the picture.',
    );
  }
  let document = value;
  for (let schema = value['schema']; schema < SCHEMA; schema++) {
    const next = NEXT[schema];
    if (!next) return value;
    document = { ...next(document), schema: schema + 1 };
  }
  return document;
}

/** Schema 12 left dots as they were, and its tones were of light alone. */
function asSeen(document: Plain): Plain {
  const ink = plain(document['ink']);
  return { ...document, ink: { ...ink, tone: { ...plain(ink['tone']), dots: false, of: 'light' } } };
}

/** Schema 13 evened out nothing between one path and another. */
function asFitted(document: Plain): Plain {
  return { ...document, line: { ...plain(document['line']), regular: false } };
}

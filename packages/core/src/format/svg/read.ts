import { DrelkError } from '../../error';
import {
  type Affine,
  type Contour,
  UNMOVED,
  affineAfter,
  affineBack,
  affineContour,
  affineScale,
  boxOf,
} from '../../geometry';
import { type Fonts, NO_FONTS } from '../../text';
import { Reading } from '../reading';
import { isPlaced } from '../strict';
import { type VectorDrawing, type VectorPath, filledOf, tell } from '../vector-drawing';
import { clipped } from '../clipped';
import { clipAreas } from './clip';
import { withEntities } from './entities';
import { type Element, parseElements } from './elements';
import { PIXEL, trueUnit, userLength } from './lengths';
import { linkOf, paintOf } from './paint';
import { SHAPES, type Viewport, shapeContours } from './shapes';
import { type Style, StyleSheet } from './style';
import { readTransforms } from './transform-list';
import { fitViewBox, readViewBox } from './view-box';
import { writtenContours } from './written';
import { norm } from '../../norm';

/** Pages without a size of their own (CSS 2.1, section 10.3.2: the size of what is replaced). */
const USUAL_PAGE: Viewport = { width: 300, height: 150 };

/** Elements that hold others which are drawn. */
const HOLDERS = ['g', 'a', 'svg', 'switch'];
/** Elements that are drawn and cannot be cut. */
const NOT_TAKEN: Record<string, string> = {
  text: 'texts',
  image: 'pictures',
  foreignObject: 'foreign content',
  script: 'scripts',
  animate: 'animations',
  animateTransform: 'animations',
  animateMotion: 'animations',
  set: 'animations',
};
/** Attributes of elements that change how they look in ways that are not followed. */
const EFFECTS: Record<string, string> = { mask: 'masks', filter: 'effects' };

/** Where in the file the reading is. */
interface Place {
  /** From user units here to millimetres. */
  map: Affine;
  style: Style;
  ancestors: readonly Element[];
  viewport: Viewport;
  layer: string;
  clips: readonly Contour[][];
}

/**
 * Reads what anybody's SVG 1.1 or 2 file draws: shapes, transforms, nested pages, `use`, styles, simple clips. What cannot
 * be cut is counted. Nothing outside the file is looked for, and nothing in it is run. Where its page has no true size a pixel
 * is `millimetresPerPixel`. Throws `bad-drawing`, `too-large`.
 */
export function readSvg(
  text: string,
  reading = new Reading(text.length),
  millimetresPerPixel = PIXEL,
  fonts: Fonts = NO_FONTS,
): VectorDrawing {
  const root = withoutPrefix(parseElements(withEntities(text), reading)).find(({ tag }) => tag === 'svg');
  if (!root) throw new DrelkError('bad-drawing', 'This file has no svg element.', 'Choose an SVG file.');
  const stated = trueUnit(root.attributes['width']) ?? trueUnit(root.attributes['height']);
  const isGiven = stated === null && millimetresPerPixel !== PIXEL;
  const pixel = isGiven ? millimetresPerPixel : PIXEL;
  const drawing = new SvgReader(root, reading, pixel, fonts).read(isGiven ? 'other' : stated);
  if (!isWhole(text)) tell(drawing.left, 'files cut short');
  return drawing;
}

/** Whether the element that holds everything ends; a parser takes what it has. */
const isWhole = (text: string): boolean =>
  /<\/(?:[\w-]+:)?svg\s*>/.test(text) || /<(?:[\w-]+:)?svg\b[^>]*\/>/.test(text);

/** Tags by their own name where the file calls SVG's elements by a prefix. */
function withoutPrefix(elements: readonly Element[]): Element[] {
  const prefix = elements.map(({ tag }) => /^([\w-]+):svg$/.exec(tag)?.[1]).find(Boolean);
  if (!prefix) return [...elements];
  const bare = (element: Element): Element => ({
    ...element,
    tag: element.tag.startsWith(`${prefix}:`) ? element.tag.slice(prefix.length + 1) : element.tag,
    children: element.children.map(bare),
  });
  return elements.map(bare);
}

class SvgReader {
  private readonly byId = new Map<string, Element>();
  private readonly sheet: StyleSheet;
  private readonly paths: VectorPath[] = [];
  private readonly left: Record<string, number> = {};

  constructor(
    private readonly root: Element,
    private readonly reading: Reading,
    /** Millimetres in a pixel. */
    private readonly pixel: number,
    private readonly fonts: Fonts,
  ) {
    const styles: string[] = [];
    const gather = (element: Element) => {
      const { id } = element.attributes;
      if (id && !this.byId.has(id)) this.byId.set(id, element);
      if (element.tag === 'style') styles.push(element.text);
      element.children.forEach(gather);
    };
    gather(root);
    this.sheet = new StyleSheet(styles);
  }

  read(unit: VectorDrawing['unit']): VectorDrawing {
    const { attributes } = this.root;
    const { pixel } = this;
    const box = readViewBox(attributes['viewBox']);
    const whole = box ?? USUAL_PAGE;
    const width = userLength(attributes['width'], whole.width) ?? whole.width;
    const height = userLength(attributes['height'], whole.height) ?? whole.height;
    if (!(width > 0 && height > 0)) {
      throw new DrelkError(
        'bad-drawing',
        'This SVG has a page without size.',
        'Save it with a width and a height.',
      );
    }
    const map: Affine = [pixel, 0, 0, pixel, 0, 0];
    const inner = box ? fitViewBox(box, width, height, attributes['preserveAspectRatio']) : UNMOVED;
    const toPage = affineAfter(map, inner);
    const style = this.sheet.styleOf(this.root, {}, []);
    this.children(this.root, {
      map: toPage,
      style,
      ancestors: [this.root],
      viewport: box ?? { width, height },
      layer: '',
      clips: [],
    });
    const page = { left: 0, top: 0, right: width * pixel, bottom: height * pixel };
    const hasSize = box !== undefined || (attributes['width'] && attributes['height']);
    return {
      kind: 'svg',
      unit,
      toFile: affineBack(toPage) ?? UNMOVED,
      page: hasSize ? page : (boxOf(this.paths.flatMap(({ contours }) => contours)) ?? page),
      paths: this.paths,
      left: this.left,
    };
  }

  private children({ tag, children }: Element, place: Place): void {
    // Of a switch the first that is drawn stands for all.
    const drawn = tag === 'switch' ? children.filter((child) => this.isDrawn(child)).slice(0, 1) : children;
    for (const child of drawn) this.element(child, place);
  }

  private isDrawn = ({ tag }: Element) => HOLDERS.includes(tag) || SHAPES.includes(tag) || tag === 'use';

  private element(element: Element, around: Place): void {
    const { tag, attributes } = element;
    this.reading.add(1);
    this.reading.checkDepth(around.ancestors.length);
    if (tag === 'text' && this.written(element, around)) return;
    if (Object.hasOwn(NOT_TAKEN, tag)) return this.notTaken(element, around);
    if (!this.isDrawn(element)) return;
    const place = this.placeOf(element, around);
    if (!place) return;
    if (SHAPES.includes(tag)) this.shape(element, place);
    else if (tag === 'use') this.used(element, place);
    else if (tag === 'svg') this.nested(element, element, place);
    else this.children(element, { ...place, layer: place.layer || layerName(attributes) });
  }

  /** Writing in a face that is there is drawn as its letters; whether it is such. */
  private written(element: Element, around: Place): boolean {
    if (this.fonts.size === 0) return false;
    const ancestors = [...around.ancestors, element];
    const own = this.sheet.styleOf(element, around.style, around.ancestors);
    const styleOf = (span: Element) =>
      span.tag === 'tspan' ? this.sheet.styleOf(span, own, ancestors) : own;
    const written = writtenContours(element, styleOf, this.fonts, around.viewport);
    const place = written && this.placeOf(element, around);
    if (!written || !place) return false;
    this.painted(written.contours, written.isLine ? 'line' : 'area', place);
    return true;
  }

  private notTaken(element: Element, around: Place): void {
    const style = this.sheet.styleOf(element, around.style, around.ancestors);
    if (style['display'] !== 'none') tell(this.left, NOT_TAKEN[element.tag]);
  }

  /** What holds inside an element; undefined where nothing of it is drawn. */
  private placeOf(element: Element, around: Place): Place | undefined {
    const { attributes } = element;
    const style = this.sheet.styleOf(element, around.style, around.ancestors);
    if (style['display'] === 'none' || Number(style['opacity'] ?? 1) === 0) {
      tell(this.left, 'invisible things');
      return undefined;
    }
    for (const name in EFFECTS) if ((style[name] ?? 'none') !== 'none') tell(this.left, EFFECTS[name]);
    const own = readTransforms(style['transform'] ?? attributes['transform']);
    if (!own) tell(this.left, 'transforms that are none');
    const map = affineAfter(around.map, own ?? UNMOVED);
    const ancestors = [...around.ancestors, element];
    const clips = this.clipsOf(style['clip-path'], map, around);
    return { ...around, map, style, ancestors, clips };
  }

  private clipsOf(value: string | undefined, map: Affine, { clips, viewport }: Place): readonly Contour[][] {
    const id = /^url\(\s*["']?#([^"')]+)["']?\s*\)/i.exec(value ?? '')?.[1];
    if (!id) return clips;
    const clip = this.byId.get(id);
    const areas = clip?.tag === 'clipPath' ? clipAreas(clip, map, viewport, this.reading) : undefined;
    if (areas) return [...clips, areas];
    tell(this.left, 'clips that are not simple');
    return clips;
  }

  private used(element: Element, place: Place): void {
    const target = this.byId.get(linkOf(element));
    if (!target) return tell(this.left, 'references to what is not in the file');
    const { attributes } = element;
    const x = userLength(attributes['x'], place.viewport.width) ?? 0;
    const y = userLength(attributes['y'], place.viewport.height) ?? 0;
    const moved = { ...place, map: affineAfter(place.map, [1, 0, 0, 1, x, y]) };
    if (target.tag !== 'symbol') return this.element(target, moved);
    const own = this.placeOf(target, moved);
    if (own) this.nested(target, element, own);
  }

  /** A page within the page, or a symbol of which the size is said where it is used. */
  private nested(element: Element, sized: Element, place: Place): void {
    const { viewport } = place;
    const box = readViewBox(element.attributes['viewBox']);
    const width = userLength(sized.attributes['width'], viewport.width) ?? viewport.width;
    const height = userLength(sized.attributes['height'], viewport.height) ?? viewport.height;
    const isOwn = element === sized;
    const x = isOwn ? (userLength(element.attributes['x'], viewport.width) ?? 0) : 0;
    const y = isOwn ? (userLength(element.attributes['y'], viewport.height) ?? 0) : 0;
    if (!(width > 0 && height > 0)) return;
    const inner = box ? fitViewBox(box, width, height, element.attributes['preserveAspectRatio']) : UNMOVED;
    const map = affineAfter(place.map, affineAfter([1, 0, 0, 1, x, y], inner));
    this.children(element, { ...place, map, viewport: box ?? { width, height } });
  }

  private shape(element: Element, place: Place): void {
    const cut = () => tell(this.left, 'paths cut short');
    const own = shapeContours(element, place.viewport, this.reading, cut);
    if (own.length > 0) this.painted(own, element.tag === 'line' ? 'line' : 'area', place);
  }

  /** Puts contours down, filled and stroked as their style says; what encloses nothing is not filled. */
  private painted(own: readonly Contour[], kind: 'line' | 'area', place: Place): void {
    const { map, style, viewport, layer, clips } = place;
    if (/^(hidden|collapse)$/.test(style['visibility'] ?? '')) return tell(this.left, 'invisible things');
    const contours = own.map((contour) => affineContour(contour, map));
    const isSeen = (opacity: string) => Number(style[opacity] ?? 1) > 0;
    const fill = isSeen('fill-opacity') ? this.paint(style['fill'], '#000000', style) : null;
    const stroke = isSeen('stroke-opacity') ? this.paint(style['stroke'], null, style) : null;
    const width = userLength(
      style['stroke-width'] ?? '1',
      norm(viewport.width, viewport.height) / Math.SQRT2,
    );
    const grown = style['vector-effect'] === 'non-scaling-stroke' ? this.pixel : affineScale(map);
    const pen = (width ?? 1) * grown;
    const rule = style['fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero';
    const common = { contours, layer, rule } as const;
    if (fill !== null && kind === 'area') this.put({ ...common, colour: fill, paint: 'area' }, clips);
    if (stroke === null || pen === 0) {
      if (fill === null) tell(this.left, 'invisible things');
      return;
    }
    if ((style['stroke-dasharray'] ?? 'none') !== 'none') tell(this.left, 'dashes, taken as whole lines');
    this.put({ ...common, colour: stroke, paint: 'line', pen }, clips);
  }

  private paint(value: string | undefined, usual: string | null, style: Style): string | null {
    return paintOf(value, usual, style, this.byId, this.left);
  }

  private put(path: VectorPath, clips: readonly Contour[][]): void {
    const contours = path.contours.filter(isPlaced);
    tell(this.left, 'places that are no numbers', path.contours.length - contours.length);
    if (contours.length === 0) return;
    const whole = path.paint === 'area' ? contours.map(filledOf) : contours;
    const own =
      clips.length > 0
        ? clipped({ ...path, contours: whole }, clips, this.left)
        : { ...path, contours: whole };
    if (own) this.paths.push(own);
  }
}

/** The name of a group that is a layer: its label in whatever name space, or its id. */
function layerName(attributes: Record<string, string>): string {
  const label = Object.keys(attributes).find((name) => /:label$/.test(name));
  return (label ? attributes[label] : attributes['id']) ?? '';
}

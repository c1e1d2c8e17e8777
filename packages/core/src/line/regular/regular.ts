import type { Context } from '../../context';
import {
  type Affine,
  affineContour,
  type Contour,
  nodeCount,
  type Point,
  polygonArea,
  reverseContour,
  signedArea,
  UNMOVED,
} from '../../geometry';
import { beyondTolerance, type Fitted } from '../fitting/fitted';
import { type FitOptions, rimOfLoop, type SeenLoop } from '../fitting/fit-loop';
import { pointsOfRim } from '../fitting/rim';
import { distanceFromRim, meanFromRim } from '../promise/promise';
import { type Alike, type Form, formsAmong, isAlike, mirroringsOf } from './alike';
import type { Evened } from './evened';
import type { Loop } from '../chain/loop';
import { alongCommonDirections, axisAlong } from './directions';
import { aroundCommonMiddles } from './circles';
import { type Axis, axisOf, commonAxes, footOn, mirroredAt, type SeenAxis } from './axis';
import { laidBy } from './laid';
import { cornersByMean, meanOf } from './mean';
import { mirroredContours } from './mirrored';
import { type Outline, outlineOf } from './outline';

/** What is made to mirror itself may lie so many times farther off its rim on the average, and so many pixels besides. */
const FARTHER = 1.1;
const FARTHER_PX = 0.003;

/** What is followed more closely, so that it lies at all its places, may take so many times the nodes. */
const MORE = 1.25;

/** A form: the outline that stands for it, how it mirrors itself, and others that are the same. */
export interface RegularForm {
  first: number;
  /** The mean of all, as the first one lies. */
  mean: SeenLoop;
  middle: Point;
  radius: number;
  axes: Axis[];
  /** Where it lies, the first one among them, with each contour as it is seen, but for corners. */
  places: { of: number; motion: Affine; rim: SeenLoop }[];
}

/** The forms among seen loops: what mirrors itself, and what there is several times; each is the mean of all that it is seen of. */
export function regularForms(
  seen: readonly (SeenLoop | undefined)[],
  unsure: Float64Array | undefined,
  context: Context,
): RegularForm[] {
  const outlines = seen.map((one, k) =>
    one && !one.circle ? outlineOf(one.loop, one.corners, unsure?.[k] ?? 0) : undefined,
  );
  const forms = formsAmong(outlines, context);
  const isOther = new Set(forms.flatMap(({ others }) => others.map(({ of }) => of)));
  const isFirst = new Set(forms.map(({ first }) => first));
  outlines.forEach((outline, k) => {
    if (outline && !isOther.has(k) && !isFirst.has(k)) forms.push({ first: k, others: [] });
  });
  const own = forms.map(({ first }) => mirroringsOf(outlines[first] as Outline));
  alongCommonAxes(forms, own, outlines);
  return forms.flatMap((form, n) => {
    const mirrorings = own[n];
    if (form.others.length === 0 && mirrorings.length === 0) return [];
    return [formOf(form, mirrorings, outlines, seen)];
  });
}

/** Mirrorings at axes that are all but one are at one axis. Changed in place. */
function alongCommonAxes(
  forms: readonly Form[],
  own: readonly Omit<Alike, 'of'>[][],
  outlines: readonly (Outline | undefined)[],
): void {
  const all = forms.flatMap(({ first, others }, n) => [
    ...own[n].map((mirroring) => ({ mirroring, from: first, to: first })),
    ...others.flatMap((other) =>
      other.shift.mirrors ? [{ mirroring: other, from: first, to: other.of }] : [],
    ),
  ]);
  const told = all.flatMap((one) => {
    const axis = axisOf(one.mirroring.laid.motion);
    return axis ? [{ ...one, seen: seenAxis(axis, outlines[one.from] as Outline) }] : [];
  });
  const unsure = told.reduce((most, { from }) => Math.max(most, outlines[from]?.unsure ?? 0), 0);
  const common = commonAxes(
    told.map(({ seen }) => seen),
    unsure / 2,
  );
  told.forEach(({ mirroring, from, to }, k) => {
    const [a, b] = [outlines[from] as Outline, outlines[to] as Outline];
    const laid = laidBy(a, b, mirroring.shift, mirroredAt(common[k]));
    if (isAlike(laid, Math.max(a.unsure, b.unsure))) mirroring.laid = laid;
  });
}

const seenAxis = (axis: Axis, { loop, radius, length }: Outline): SeenAxis => ({
  axis,
  middle: footOn(axis, middleOf(loop)),
  radius,
  weight: length,
});

/** The mean of a loop's points. */
function middleOf({ x, y, count }: Loop): Point {
  const mean = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0) / count;
  return { x: mean(x), y: mean(y) };
}

function formOf(
  { first, others }: Form,
  mirrorings: readonly Omit<Alike, 'of'>[],
  outlines: readonly (Outline | undefined)[],
  seen: readonly (SeenLoop | undefined)[],
): RegularForm {
  const one = seen[first] as SeenLoop;
  const { unsure, radius } = outlines[first] as Outline;
  let { loop, corners } = meanOf(
    one.loop,
    one.corners,
    others.map(({ of, laid }) => ({ laid, corners: (seen[of] as SeenLoop).corners })),
  );
  for (const { shift, laid } of mirrorings) {
    const outline = outlineOf(loop, corners, unsure);
    const again = laidBy(outline, outline, shift, laid.motion);
    ({ loop, corners } = meanOf(loop, corners, [{ laid: again, corners }]));
  }
  return {
    first,
    mean: { ...one, loop, corners },
    middle: middleOf(loop),
    radius,
    axes: mirrorings.flatMap(({ laid }) => axisOf(laid.motion) ?? []),
    places: [
      { of: first, motion: UNMOVED },
      ...others.map(({ of, laid }) => ({ of, motion: laid.motion })),
    ].map(({ of, motion }) => {
      const own = seen[of] as SeenLoop;
      return { of, motion, rim: { ...own, corners: cornersByMean(own.corners, corners, motion) } };
    }),
  };
}

/** How contours are followed, and by themselves. */
interface Followed {
  options: readonly FitOptions[];
  unsure: Float64Array | undefined;
  alone: (k: number) => Fitted;
  /** The mean of a form, followed more closely than it need be. */
  closely: (form: RegularForm) => Fitted;
}

/** Gives paths what they evidently have; they are changed in place, and what was evened out is told. */
export function evenOut(
  forms: readonly RegularForm[],
  fitted: (Fitted | undefined)[],
  seen: readonly (SeenLoop | undefined)[],
  followed: Followed,
): Evened[] {
  const { options, unsure } = followed;
  const { turned, directions } = alongCommonDirections(fitted, (k) => options[k].tolerance, unsure);
  const aligned = forms.map((form) => ({
    ...form,
    axes: form.axes.map((axis) => axisAlong(directions, axis, form)),
  }));
  const laid = layForms(aligned, fitted, followed);
  const axes = aligned.flatMap((form) => form.axes);
  const round = aroundCommonMiddles(seen, fitted, axes, unsure);
  return [
    ...laid,
    ...(turned.length > 0 ? [{ kind: 'straight' as const, contours: turned }] : []),
    ...round.map((contours) => ({ kind: 'round' as const, contours })),
  ];
}

/**
 * Lays the path of each form's mean at all the places it was seen at, mirrored exactly where it mirrors itself. What would lie farther
 * from its own rim than it may, even if the mean is followed more closely, stays as it is fitted for itself.
 */
function layForms(
  forms: readonly RegularForm[],
  fitted: (Fitted | undefined)[],
  { options, alone, closely }: Followed,
): Evened[] {
  const laidAt = (k: number, own: SeenLoop, contour: Contour): Fitted | undefined => {
    const runs = rimOfLoop(own);
    const rim = pointsOfRim(runs, true);
    const laid = signedArea(contour) * polygonArea(rim) < 0 ? reverseContour(contour) : contour;
    const { tolerance, smoothness } = options[k];
    const most = tolerance + beyondTolerance(smoothness);
    return distanceFromRim(laid, rim, most) <= most ? { contour: laid, runs } : undefined;
  };
  return forms.flatMap((form) => {
    const { places } = form;
    const lay = ({ contour, runs }: Fitted) => {
      const mirrored = mirroredBy(form.axes, contour, pointsOfRim(runs, true));
      const laid = places.map(({ of, motion, rim }) => laidAt(of, rim, affineContour(mirrored, motion)));
      const left = laid.filter((one) => !one).length;
      return { laid, isMirrored: mirrored !== contour, left, nodes: nodeCount(mirrored) };
    };
    const loosely = lay(fitted[form.first] as Fitted);
    const nearer = loosely.left > 0 ? lay(closely(form)) : loosely;
    const isBetter = nearer.left < loosely.left && nearer.nodes <= MORE * loosely.nodes;
    const { laid, isMirrored } = isBetter ? nearer : loosely;
    places.forEach(({ of }, n) => (fitted[of] = laid[n] ?? alone(of)));
    const contours = places.flatMap(({ of }, n) => (laid[n] ? [of] : []));
    return [
      ...(isMirrored && contours.length > 0 ? [{ kind: 'mirrored' as const, contours }] : []),
      ...(contours.length > 1 ? [{ kind: 'alike' as const, contours }] : []),
    ];
  });
}

/** A contour as it mirrors itself at axes, where that takes no more nodes and lies no farther from its rim. */
function mirroredBy(axes: readonly Axis[], contour: Contour, rim: Float64Array): Contour {
  const most = FARTHER * meanFromRim(contour, rim) + FARTHER_PX;
  let best = contour;
  for (const axis of axes) {
    const [mirrored] = mirroredContours(best, axis)
      .map((one) => ({ one, nodes: nodeCount(one), off: meanFromRim(one, rim) }))
      .filter(({ nodes, off }) => nodes <= nodeCount(best) && off <= most)
      .sort((a, b) => a.nodes - b.nodes || a.off - b.off);
    best = mirrored?.one ?? best;
  }
  return best;
}

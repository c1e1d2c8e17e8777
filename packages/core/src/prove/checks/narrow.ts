import { type NarrowPlace, boxHeight, boxOf, boxWidth, middleOf, narrowPlaces, norm } from '../../geometry';
import { type Check, type Finding, type Measured, counted, findingOf, told } from '../check';
import { remedy } from '../remedies';
import type { Limits } from '../limits';
import { type SheetLeft, isOnDouble } from '../sheets';

/** A stretch that is too narrow: its middle where it is narrowest, and how far it reaches. */
interface Narrow extends Measured {
  length: number;
  middles: NarrowPlace['middles'];
}

/** So many times the distance of lines on one another is a place that is no more than those. */
const BESIDE = 2;

/** Stretches of all sheets that are too narrow, the narrowest first; those where cuts cross, or lie on one another, are told as that. */
const stretches = (
  sheets: readonly SheetLeft[],
  { double }: Limits,
  allowed: number,
  look: (sheet: SheetLeft) => NarrowPlace[],
): Narrow[] =>
  sheets
    .flatMap((sheet) =>
      look(sheet)
        .map((place) => ({
          at: middleOf(place),
          measured: place.width,
          length: place.length,
          middles: place.middles,
        }))
        .filter(
          ({ at, measured }) =>
            sheet.ground.crossings.every(({ x, y }) => norm(at.x - x, at.y - y) > allowed) &&
            !(measured <= double && isOnDouble(sheet, at, BESIDE * double)),
        ),
    )
    .sort((a, b) => a.measured - b.measured);

const extentOf = (found: readonly Narrow[]): number => found.reduce((sum, one) => sum + one.length, 0);

/** With how far its places reach in all, and where. */
const reaching = (findings: Finding[], found: readonly Narrow[]): Finding[] =>
  findings.map((one) => ({
    ...one,
    extent: extentOf(found),
    stretches: found.flatMap(({ middles }) => middles).filter((line) => line.length > 2),
  }));

/** How far stretches reach that are longer than wide. */
function along(found: readonly Narrow[], allowed: number, units: Limits['units']): string {
  const length = extentOf(found);
  return length > allowed ? `; ${told(Number(length.toFixed(length < 10 ? 1 : 0)), units)} in all` : '';
}

/** Material narrower than it holds between sides of one contour. */
export const neck: Check = {
  kind: 'neck',
  remedies: [remedy('thicken', 'Thicken it, only there', 'Necks thickened')],
  grows: true,
  reads: ['sheets'],
  check({ sheets }, limits): Finding[] {
    const { leastNeck: allowed, leastPart, units } = limits;
    const found = stretches(sheets, limits, allowed, ({ ground: { contours, depths }, necks }) => {
      // What is lost as a whole has no necks.
      const isSpeck = (k: number) => {
        const box = depths[k] % 2 === 0 ? boxOf([contours[k]]) : undefined;
        return !!box && Math.max(boxWidth(box), boxHeight(box)) < leastPart;
      };
      return necks.filter(({ a }) => !isSpeck(a));
    });
    return reaching(
      findingOf(
        found,
        {
          kind: 'neck',
          severity: 'warn',
          allowed,
          hint: 'Make it larger, or thicken the drawing there in Ink or Line.',
        },
        (count, width) =>
          `${counted(count, 'neck is', 'necks are')} narrower than ${told(allowed, units)}, the narrowest ${told(width, units)}${along(found, allowed, units)}.`,
      ),
      found,
    );
  },
};

/** Material that stays too thin between two cuts. */
export const wall: Check = {
  kind: 'wall',
  remedies: [remedy('thicken', 'Thicken it, only there', 'Walls thickened')],
  grows: true,
  reads: ['sheets'],
  check({ sheets }, limits) {
    const { leastWall: allowed, units } = limits;
    const found = stretches(sheets, limits, allowed, ({ walls }) => walls);
    return reaching(
      findingOf(
        found,
        { kind: 'wall', severity: 'warn', allowed, hint: 'Move the cuts apart, or make the piece larger.' },
        (count, width) =>
          `${counted(count, 'wall between two cuts is', 'walls between two cuts are')} thinner than ${told(allowed, units)}, the thinnest ${told(width, units)}${along(found, allowed, units)}.`,
      ),
      found,
    );
  },
};

/** What is cut away is narrower than the tool: in a slot, a pocket, or between parts. */
export const narrowSlot: Check = {
  kind: 'narrow-slot',
  remedies: [remedy('open', 'Widen it, only there', 'Gaps widened')],
  grows: true,
  reads: ['sheets'],
  check({ sheets }, limits) {
    const { leastGap, pocketGap, units } = limits;
    const cut = stretches(sheets, limits, leastGap, ({ ground }) =>
      narrowPlaces(ground.rims, leastGap, 'outside'),
    );
    // What is cleared with another tool has room for that one.
    const cleared = stretches(sheets, limits, pocketGap, ({ ground }) =>
      narrowPlaces(ground.pockets, pocketGap, 'outside'),
    );
    const allowed = cut.length > 0 ? leastGap : pocketGap;
    const found = [...cut, ...cleared].sort((a, b) => a.measured - b.measured);
    return reaching(
      findingOf(
        found,
        {
          kind: 'narrow-slot',
          severity: 'warn',
          allowed,
          hint: 'Widen the gap, lay parts farther apart, or take a finer tool.',
        },
        (count, width) =>
          `${counted(count, 'gap is', 'gaps are')} narrower than ${told(allowed, units)}, the narrowest ${told(width, units)}: there is no room for the tool${along(found, allowed, units)}.`,
      ),
      found,
    );
  },
};

/** Corners up to so many degrees taper; what no disc finds narrow tapers no farther than so many times what is too narrow. */
const TAPERING = 30;
const MOST_TAPER = 12;

/** Tips so sharp that they burn, tear or break, and how far they are too thin. */
export const sharpTip: Check = {
  kind: 'sharp-tip',
  reads: ['sheets'],
  check({ sheets }, { leastTip, leastNeck, units }) {
    const corners = sheets
      .flatMap(({ ground }) =>
        ground.rims.segments.map(({ start: { x, y }, turn }) => ({ at: { x, y }, turn })),
      )
      // With the material to the left a turn to the left is a tip of it.
      .filter(({ turn }) => turn < 0)
      .map(({ at, turn }) => ({ at, measured: 180 - (Math.abs(turn) * 180) / Math.PI }))
      .filter(({ measured }) => measured < Math.max(leastTip, TAPERING))
      .sort((a, b) => a.measured - b.measured);
    const tips = corners.filter(({ measured }) => measured < leastTip);
    const seen = sheets
      .flatMap(({ tapering }) => tapering)
      .map((place) => ({ at: middleOf(place), measured: place.length }));
    const thin = corners
      .filter(({ at }) => seen.every((one) => norm(one.at.x - at.x, one.at.y - at.y) > 2 * leastNeck))
      .map(({ at, measured }) => ({ at, measured: leastNeck / 2 / Math.tan((measured * Math.PI) / 360) }))
      .filter(({ measured }) => measured < MOST_TAPER * leastNeck)
      .concat(seen)
      .sort((a, b) => b.measured - a.measured);
    const far = thin[0]?.measured ?? 0;
    if (tips.length === 0)
      return findingOf(
        thin,
        { kind: 'sharp-tip', severity: 'note', allowed: leastTip, hint: 'Round or blunt them.' },
        (count, longest) =>
          `${counted(count, 'tip tapers', 'tips taper')}: narrower than ${told(leastNeck, units)} for up to ${told(Number(longest.toFixed(1)), units)}.`,
      );
    return findingOf(
      tips,
      { kind: 'sharp-tip', severity: 'note', allowed: leastTip, hint: 'Round or blunt them.' },
      (count, degrees) =>
        `${counted(count, 'tip is', 'tips are')} sharper than ${leastTip} degrees, the sharpest ${degrees.toFixed(1)}${far > 0 ? `, narrower than ${told(leastNeck, units)} for up to ${told(Number(far.toFixed(1)), units)}` : ''}.`,
    );
  },
};

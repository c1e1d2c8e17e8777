import { NONE, type Plate } from './plate';
import { type EvenMap, OWN } from './even';
import { type Channels, channelsOf, channelsOfPlate, lightAndColour } from './channels';
import type { Nearest } from './nearest';

/** Even pixels so near give the plates that a rim's pixel may be mixed of; where colours are smeared, so near. */
const NEAR = 2;
const SMEARED = 4;
/** A colour that no mixture comes nearer to than this, in tones, is one of its own; where pixels stray, so many times as far. */
const APART = 30;
const STRAYS = 4;
/** Colours are smeared more than light is: of where a pixel lies between two plates they tell so much less. */
const COLOUR = 0.25;
/** Plates that differ by less than this, in tones, run softly into one another, so that calm colours tell which a pixel is of. */
const SOFT = 60;
/** Most plates that are looked at around a pixel. */
const MOST = 8;

/** Works out of what two plates a rim's pixel is mixed. The answer is left in its fields. */
export class Mixtures {
  first = 0;
  second = 0;
  share = 255;
  private best = 0;
  /** The plates near, their colours here (those of the even pixels around, which were merged into them), and those as light and colour. */
  private count = 0;
  private readonly near = new Uint8Array(MOST);
  private readonly here: Channels[] = [];
  private readonly lights: Channels[] = [];
  private readonly sums = new Float64Array(4 * MOST);
  private readonly pair = new Uint8Array(2);
  private readonly colours: readonly Channels[];
  private readonly reach: number;
  private readonly apart: number;

  /** `stray` is how far pixels of even areas are off their plate, in tones, where colours are smeared; `words` those of the picture itself. */
  constructor(
    private readonly map: EvenMap,
    private readonly words: Uint32Array,
    plates: readonly Plate[],
    private readonly nearest: Nearest,
    private readonly stray: number,
  ) {
    this.reach = stray > 0 ? SMEARED : NEAR;
    this.apart = Math.max(APART, STRAYS * stray) ** 2;
    this.colours = plates.map(channelsOfPlate);
  }

  find(x: number, y: number): void {
    const i = y * this.map.width + x;
    const own = this.nearest.plate(this.map.words[i]);
    this.first = this.second = own;
    this.share = 255;
    this.lookAround(x, y);
    if (this.count < 2) return;
    this.mix(this.map.words[i]);
    if (this.stray > 0 && !this.isSoft()) this.mix(this.words[i]);
    // A thin line's own plate has no even pixels nearby, and no mixture of others explains it as well.
    if (!this.isNear(own) && this.nearest.distance(this.words[i]) < OWN && this.best > this.apart) {
      this.first = this.second = own;
      this.share = 255;
    }
  }

  /** Whether a pixel may be a mixture of two plates around it. */
  isBetween(x: number, y: number): boolean {
    this.lookAround(x, y);
    if (this.count < 2) return false;
    this.mix(this.map.words[y * this.map.width + x]);
    return this.best <= this.apart;
  }

  private isNear(plate: number): boolean {
    for (let k = 0; k < this.count; k++) if (this.near[k] === plate) return true;
    return false;
  }

  private isSoft(): boolean {
    const [one, other] = [this.here[this.pair[0]], this.here[this.pair[1]]];
    return one.every((tone, c) => Math.abs(tone - other[c]) < SOFT);
  }

  /** The two of the plates near that a colour is most nearly mixed of. */
  private mix(word: number): void {
    const [r, g, b] = channelsOf(word);
    this.best = Infinity;
    for (let i = 0; i < this.count; i++)
      for (let k = i + 1; k < this.count; k++)
        if (this.stray > 0) this.mixSmeared(lightAndColour(r, g, b), i, k);
        else this.mixExactly(r, g, b, i, k);
  }

  private mixExactly(r: number, g: number, b: number, one: number, other: number): void {
    const [r1, g1, b1] = this.here[one];
    const [r2, g2, b2] = this.here[other];
    const [dr, dg, db] = [r2 - r1, g2 - g1, b2 - b1];
    const length = dr * dr + dg * dg + db * db || 1;
    const t = clamped(((r - r1) * dr + (g - g1) * dg + (b - b1) * db) / length);
    this.take(one, other, t, (r - r1 - t * dr) ** 2 + (g - g1 - t * dg) ** 2 + (b - b1 - t * db) ** 2);
  }

  /** Light and colour each lie somewhere between those of the two, not at the same place. */
  private mixSmeared([y, u, v]: Channels, one: number, other: number): void {
    const [y1, u1, v1] = this.lights[one];
    const [y2, u2, v2] = this.lights[other];
    const [dy, du, dv] = [y2 - y1, u2 - u1, v2 - v1];
    const length = du * du + dv * dv;
    const along = (u - u1) * du + (v - v1) * dv;
    const light = clamped((y - y1) / (dy || 1));
    const colour = clamped(along / (length || 1));
    const t = clamped(((y - y1) * dy + COLOUR * along) / (dy * dy + COLOUR * length || 1));
    const off = (y - y1 - light * dy) ** 2 + (u - u1 - colour * du) ** 2 + (v - v1 - colour * dv) ** 2;
    this.take(one, other, t, off);
  }

  private take(one: number, other: number, t: number, off: number): void {
    if (off >= this.best) return;
    this.best = off;
    this.pair[0] = one;
    this.pair[1] = other;
    const [a, b] = [this.near[one], this.near[other]];
    [this.first, this.second] = t > 0.5 ? [b, a] : [a, b];
    this.share = Math.round(255 * (t > 0.5 ? t : 1 - t));
  }

  /** Finds the plates of the even pixels near (x, y), and of its neighbour that differs from them the most. */
  private lookAround(x: number, y: number): void {
    const { width, height, words, even } = this.map;
    const { reach, sums } = this;
    this.count = 0;
    const top = Math.max(0, y - reach);
    const bottom = Math.min(height - 1, y + reach);
    const left = Math.max(0, x - reach);
    const right = Math.min(width - 1, x + reach);
    for (let py = top; py <= bottom; py++) {
      for (let i = py * width + left, end = py * width + right; i <= end; i++) {
        if (even[i] === NONE) continue;
        const k = 4 * this.slotOf(even[i]);
        if (k === sums.length) continue;
        sums[k] += words[i] & 255;
        sums[k + 1] += (words[i] >>> 8) & 255;
        sums[k + 2] += (words[i] >>> 16) & 255;
        sums[k + 3]++;
      }
    }
    if (this.count === 0) return;
    for (let k = 0; k < this.count; k++) {
      const n = sums[4 * k + 3];
      this.isHere(k, [sums[4 * k] / n, sums[4 * k + 1] / n, sums[4 * k + 2] / n]);
    }
    const known = this.count;
    const farthest = this.nearest.plate(this.farthestAround(x, y, this.here[0]));
    if (this.slotOf(farthest) === known && this.count > known) this.isHere(known, this.colours[farthest]);
  }

  private isHere(slot: number, channels: Channels): void {
    this.here[slot] = channels;
    if (this.stray > 0) this.lights[slot] = lightAndColour(...channels);
  }

  /** Where a plate stands among those near; beyond all where there is no place left. */
  private slotOf(plate: number): number {
    let k = 0;
    while (k < this.count && this.near[k] !== plate) k++;
    if (k < this.count || k === MOST) return k;
    this.near[k] = plate;
    this.sums.fill(0, 4 * k, 4 * k + 4);
    this.count++;
    return k;
  }

  /** The colour beside (x, y) that differs the most from one. */
  private farthestAround(x: number, y: number, [r, g, b]: Channels): number {
    const { width, height, words } = this.map;
    let most = -1;
    let farthest = 0;
    for (let py = Math.max(0, y - 1); py <= Math.min(height - 1, y + 1); py++) {
      for (let px = Math.max(0, x - 1); px <= Math.min(width - 1, x + 1); px++) {
        const word = words[py * width + px];
        const off =
          Math.abs((word & 255) - r) +
          Math.abs(((word >>> 8) & 255) - g) +
          Math.abs(((word >>> 16) & 255) - b);
        if (off <= most) continue;
        most = off;
        farthest = word;
      }
    }
    return farthest;
  }
}

const clamped = (t: number): number => Math.min(1, Math.max(0, t));

/**
 * A symmetric positive definite system whose rows reach back only so far, kept as its lower rows from the first
 * column that is not zero (skyline storage; Jennings 1966). Solved by Cholesky's factors, which need no more room.
 */
export class SkylineSystem {
  readonly right: Float64Array;
  private readonly values: Float64Array;
  /** Place of a row's diagonal in `values`; row i begins at column `first[i]`. */
  private readonly diagonal: Uint32Array;

  /** `first[i]` is the first column of row i that may differ from zero, at most i. */
  constructor(private readonly first: Int32Array) {
    const count = first.length;
    this.diagonal = new Uint32Array(count);
    let size = 0;
    for (let i = 0; i < count; i++) {
      size += i - first[i] + 1;
      this.diagonal[i] = size - 1;
    }
    this.values = new Float64Array(size);
    this.right = new Float64Array(count);
  }

  clear(): void {
    this.values.fill(0);
    this.right.fill(0);
  }

  /** Adds to one place of the lower half: `column` is at most `row`. */
  add(row: number, column: number, value: number): void {
    this.values[this.diagonal[row] - row + column] += value;
  }

  /** Makes every diagonal larger by a share of itself and of the mean: Levenberg's and Marquardt's damping. */
  damp(share: number): void {
    const { values, diagonal } = this;
    let sum = 0;
    for (const at of diagonal) sum += values[at];
    const least = (share * sum) / diagonal.length + 1e-12;
    for (const at of diagonal) values[at] += share * values[at] + least;
  }

  /** The unknowns, in the place of `right`; the matrix is spent. False where it is not positive definite. */
  solve(): boolean {
    const { values, diagonal, first, right } = this;
    const count = first.length;
    for (let i = 0; i < count; i++) {
      const row = diagonal[i] - i;
      for (let j = first[i]; j < i; j++) {
        const other = diagonal[j] - j;
        let sum = values[row + j];
        for (let k = Math.max(first[i], first[j]); k < j; k++) sum -= values[row + k] * values[other + k];
        values[row + j] = sum / values[diagonal[j]];
      }
      let square = values[row + i];
      for (let k = first[i]; k < i; k++) square -= values[row + k] ** 2;
      if (!(square > 0)) return false;
      values[row + i] = Math.sqrt(square);
    }
    for (let i = 0; i < count; i++) {
      const row = diagonal[i] - i;
      let sum = right[i];
      for (let k = first[i]; k < i; k++) sum -= values[row + k] * right[k];
      right[i] = sum / values[row + i];
    }
    for (let i = count - 1; i >= 0; i--) {
      const row = diagonal[i] - i;
      right[i] /= values[row + i];
      for (let k = first[i]; k < i; k++) right[k] -= values[row + k] * right[i];
    }
    return true;
  }
}

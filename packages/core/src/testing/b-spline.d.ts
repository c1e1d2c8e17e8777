declare module 'b-spline' {
  /** The place at a share of a curve's parameter. */
  export default function bspline(
    share: number,
    degree: number,
    points: number[][],
    knots?: number[],
    weights?: number[],
  ): number[];
}

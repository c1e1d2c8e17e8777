/**
 * Share of a unit square that lies on one side of a straight edge: `distance` from the square's centre to
 * the edge along its unit normal (nx, ny), positive when the centre itself is on that side.
 */
export function halfPlaneShare(nx: number, ny: number, distance: number): number {
  const long = Math.max(Math.abs(nx), Math.abs(ny));
  const short = Math.min(Math.abs(nx), Math.abs(ny));
  // The distance at which the edge leaves the square.
  const whole = (long + short) / 2;
  const d = Math.abs(distance);
  let share: number;
  if (d >= whole) share = 1;
  else if (d <= (long - short) / 2) share = 0.5 + d / long;
  else share = 1 - (whole - d) ** 2 / (2 * long * short);
  return distance < 0 ? 1 - share : share;
}

/** The distance at which `halfPlaneShare` is `share`. */
export function halfPlaneDistance(nx: number, ny: number, share: number): number {
  const long = Math.max(Math.abs(nx), Math.abs(ny));
  const short = Math.min(Math.abs(nx), Math.abs(ny));
  // The distance at which the edge leaves the square.
  const whole = (long + short) / 2;
  const more = Math.max(share, 1 - share);
  const straight = (more - 0.5) * long;
  const d =
    straight <= (long - short) / 2 ? straight : whole - Math.sqrt(2 * long * short * Math.max(0, 1 - more));
  return share < 0.5 ? -d : d;
}

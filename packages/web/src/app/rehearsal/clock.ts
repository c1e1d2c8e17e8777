/** Seconds as a clock shows them: 0:04.2, 12:30, 1:02:30. */
export function clock(seconds: number): string {
  const tenths = Math.round(seconds * 10);
  const two = (value: number) => String(value).padStart(2, '0');
  const [minutes, whole] = [Math.floor(tenths / 600), Math.floor(tenths / 10)];
  if (minutes < 10) return `${minutes}:${two(whole % 60)}.${tenths % 10}`;
  const hours = Math.floor(minutes / 60);
  return hours > 0 ? `${hours}:${two(minutes % 60)}:${two(whole % 60)}` : `${minutes}:${two(whole % 60)}`;
}

import type { Affine } from '../../geometry';

export interface ViewBox {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** Four numbers with a size; undefined for anything else. */
export function readViewBox(text: string | undefined): ViewBox | undefined {
  const [left, top, width, height, ...more] = (text ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const isWhole = [left, top, width, height].every(Number.isFinite) && more.length === 0;
  return isWhole && width > 0 && height > 0 ? { left, top, width, height } : undefined;
}

/** Where `xMid` and the like put what does not fill the page. */
const SHARES: Record<string, number> = { min: 0, mid: 0.5, max: 1 };

/** Takes a view box into a page of a size at the origin, as `preserveAspectRatio` wants it (SVG 1.1, chapter 7.8). */
export function fitViewBox(box: ViewBox, width: number, height: number, aspect = ''): Affine {
  const [scaleX, scaleY] = [width / box.width, height / box.height];
  const match = /^\s*(?:defer\s+)?(?:(none)|x(min|mid|max)y(min|mid|max))(?:\s+(meet|slice))?/i.exec(aspect);
  if (match?.[1]) return [scaleX, 0, 0, scaleY, -box.left * scaleX, -box.top * scaleY];
  const isSlice = match?.[4]?.toLowerCase() === 'slice';
  const scale = isSlice ? Math.max(scaleX, scaleY) : Math.min(scaleX, scaleY);
  const shareX = SHARES[match?.[2]?.toLowerCase() ?? 'mid'];
  const shareY = SHARES[match?.[3]?.toLowerCase() ?? 'mid'];
  return [
    scale,
    0,
    0,
    scale,
    (width - box.width * scale) * shareX - box.left * scale,
    (height - box.height * scale) * shareY - box.top * scale,
  ];
}

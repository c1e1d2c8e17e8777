import { rulerTicks } from './ruler';

const THICK = 22;

/** Draws one ruler along the bench's upper or left side, in the page's own colours; a bare one where there is no size. */
export function drawRuler(
  canvas: HTMLCanvasElement,
  length: number,
  eye: { scale: number; offset: number },
  zero: number,
  millimetresPerPixel: number | undefined,
  units: 'mm' | 'in',
  upright: boolean,
): void {
  const ratio = devicePixelRatio;
  canvas.width = (upright ? THICK : length) * ratio;
  canvas.height = (upright ? length : THICK) * ratio;
  const context = canvas.getContext('2d');
  if (!context || millimetresPerPixel === undefined) return;
  const style = getComputedStyle(canvas);
  context.scale(ratio, ratio);
  context.font = "500 12px 'Barlow Condensed', sans-serif";
  context.fillStyle = style.color;
  context.strokeStyle = style.color;
  context.globalAlpha = 0.75;
  context.lineWidth = 1;
  context.beginPath();
  for (const { at, height, figure } of rulerTicks(length, eye, zero, millimetresPerPixel, units)) {
    const place = Math.round(at) + 0.5;
    const from = THICK - height * 8;
    context.moveTo(upright ? from : place, upright ? place : from);
    context.lineTo(upright ? THICK : place, upright ? place : THICK);
    if (figure === undefined) continue;
    context.save();
    context.translate(upright ? 10 : place + 3, upright ? place - 3 : 11);
    if (upright) context.rotate(-Math.PI / 2);
    context.fillText(figure, 0, 0);
    context.restore();
  }
  context.stroke();
}

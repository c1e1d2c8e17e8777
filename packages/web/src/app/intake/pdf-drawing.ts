import type { PDFDocumentProxy } from 'pdfjs-dist';

/** Points in an inch: the unit that pages are measured in. */
export const POINTS = 72;

/** Pixels of a page at a density. */
export async function pageSize(document: PDFDocumentProxy, page: number, density: number) {
  const { width, height } = (await document.getPage(page)).getViewport({ scale: density / POINTS });
  return { width: Math.round(width), height: Math.round(height) };
}

/** Draws a page on white paper. */
export async function drawPage(
  document: PDFDocumentProxy,
  page: number,
  scale: number,
): Promise<HTMLCanvasElement> {
  const sheet = await document.getPage(page);
  const viewport = sheet.getViewport({ scale });
  const canvas = globalThis.document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(viewport.width));
  canvas.height = Math.max(1, Math.round(viewport.height));
  await sheet.render({ canvas, viewport, background: '#ffffff' }).promise;
  return canvas;
}

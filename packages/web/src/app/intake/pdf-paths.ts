import type { PDFDocumentProxy } from 'pdfjs-dist';
import { type VectorDrawing, readPdfPage } from '@drelk/core';

/** The vectors that a page draws. Throws a sentence for pages that draw too many. */
export async function pagePaths(document: PDFDocumentProxy, page: number): Promise<VectorDrawing> {
  const { OPS } = await import('pdfjs-dist');
  const sheet = await document.getPage(page);
  const list = await sheet.getOperatorList();
  const { transform, width, height } = sheet.getViewport({ scale: 1 });
  const [a, b, c, d, e, f] = transform as number[];
  const operators = { operators: list.fnArray, arguments: list.argsArray as unknown[], names: OPS };
  return readPdfPage(operators, [a, b, c, d, e, f], { width, height });
}

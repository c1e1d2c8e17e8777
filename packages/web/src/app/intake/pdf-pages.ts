import { Injectable, inject } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { firstValueFrom } from 'rxjs';
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { DrelkError, MOST_PIXELS, drawingAsSvg, withDensity } from '@drelk/core';
import { POINTS, drawPage, pageSize } from './pdf-drawing';
import { pagePaths } from './pdf-paths';
import { type ChosenPage, PdfSheet } from './pdf-sheet';

/** Most pages of a file that one may be chosen from. */
const MOST_PAGES = 500;
/** Where the reader's own files are served. */
const OWN_FILES = {
  cMapUrl: '/pdf/cmaps/',
  cMapPacked: true,
  standardFontDataUrl: '/pdf/standard_fonts/',
  wasmUrl: '/pdf/wasm/',
};

/** Makes a picture of one page of a PDF, at a density that is chosen and written into it, or an SVG of the paths it draws. */
@Injectable({ providedIn: 'root' })
export class PdfPages {
  private readonly dialog = inject(MatDialog);

  async isPdf(file: File): Promise<boolean> {
    const head = new Uint8Array(await file.slice(0, 5).arrayBuffer());
    return String.fromCharCode(...head) === '%PDF-';
  }

  /** Lets a page be chosen; undefined when none is. Throws a sentence for files that have none to choose. */
  async choose(file: File): Promise<File | undefined> {
    const document = await this.open(file);
    try {
      const sheet = this.dialog.open<PdfSheet, unknown, ChosenPage>(PdfSheet, {
        data: { document, name: file.name },
        width: '680px',
        maxWidth: '94vw',
      });
      const chosen = await firstValueFrom(sheet.afterClosed());
      if (!chosen) return undefined;
      const { page, density, as } = chosen;
      return await (as === 'paths'
        ? pageAsPaths(document, file.name, page)
        : pageAsPicture(document, file.name, page, density));
    } finally {
      await document.destroy();
    }
  }

  private async open(file: File): Promise<PDFDocumentProxy> {
    const { getDocument, GlobalWorkerOptions } = await import('pdfjs-dist');
    GlobalWorkerOptions.workerSrc = '/pdf/pdf.worker.min.mjs';
    const data = new Uint8Array(await file.arrayBuffer());
    const document = await getDocument({ data, isEvalSupported: false, ...OWN_FILES }).promise.catch(
      (error: unknown) => {
        throw refusal(error, file.name);
      },
    );
    const pages = document.numPages;
    if (pages >= 1 && pages <= MOST_PAGES) return document;
    await document.destroy();
    throw pages < 1
      ? new DrelkError('bad-page', `“${file.name}” has no pages.`, 'Choose another file.')
      : new DrelkError(
          'bad-page',
          `“${file.name}” has ${pages} pages; Drelk looks through up to ${MOST_PAGES}.`,
          'Save the page you want as a file of its own.',
        );
  }
}

function refusal(error: unknown, name: string): DrelkError {
  const kind = error instanceof Error ? error.name : '';
  return kind === 'PasswordException'
    ? new DrelkError('locked', `“${name}” is locked with a password.`, 'Unlock it and save it without one.')
    : new DrelkError(
        'not-a-picture',
        `“${name}” is not a PDF that can be read.`,
        'Save or download it again.',
      );
}

async function pageAsPicture(
  document: PDFDocumentProxy,
  name: string,
  page: number,
  density: number,
): Promise<File> {
  const { width, height } = await pageSize(document, page, density);
  if (width * height > MOST_PIXELS) {
    throw new DrelkError(
      'too-large',
      `Page ${page} at ${density} dpi is ${width} × ${height} pixels; Drelk takes up to ${MOST_PIXELS / 1e6} megapixels.`,
      'Choose a lower density.',
    );
  }
  const canvas = await drawPage(document, page, density / POINTS);
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (!blob)
    throw new DrelkError('too-large', `Page ${page} does not fit in memory.`, 'Choose a lower density.');
  const png = withDensity(new Uint8Array(await blob.arrayBuffer()), density);
  return new File([png], nameOfPage(document, name, page, 'png'), { type: 'image/png' });
}

async function pageAsPaths(document: PDFDocumentProxy, name: string, page: number): Promise<File> {
  const svg = drawingAsSvg(await pagePaths(document, page));
  return new File([svg], nameOfPage(document, name, page, 'svg'), { type: 'image/svg+xml' });
}

function nameOfPage({ numPages }: PDFDocumentProxy, name: string, page: number, ending: string): string {
  return `${name.replace(/\.pdf$/i, '')}${numPages > 1 ? ` page ${page}` : ''}.${ending}`;
}

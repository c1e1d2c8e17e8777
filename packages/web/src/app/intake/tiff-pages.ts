import { Injectable, inject } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { firstValueFrom } from 'rxjs';
import { type TiffPage, onePage, tiffPages } from '@drelk/core';
import { TiffSheet } from './tiff-sheet';

/** Lets one page of a TIFF file be chosen, where it has several. */
@Injectable({ providedIn: 'root' })
export class TiffPages {
  private readonly dialog = inject(MatDialog);

  /** The file itself where it is no TIFF or has one page; else a file of the page that is chosen, undefined when none is. */
  async choose(file: File): Promise<File | undefined> {
    const head = new Uint8Array(await file.slice(0, 4).arrayBuffer());
    if (!['73,73,42,0', '77,77,0,42'].includes(head.join())) return file;
    const bytes = new Uint8Array(await file.arrayBuffer());
    const pages = tiffPages(bytes);
    if (pages.length < 2) return file;
    const fileOf = (page: TiffPage) =>
      new File([new Uint8Array(onePage(bytes, page))], nameOf(file.name, pages.indexOf(page) + 1), {
        type: 'image/tiff',
      });
    const sheet = this.dialog.open<TiffSheet, unknown, TiffPage>(TiffSheet, {
      data: { pages, fileOf },
      width: '680px',
      maxWidth: '94vw',
    });
    const chosen = await firstValueFrom(sheet.afterClosed());
    return chosen && fileOf(chosen);
  }
}

const nameOf = (name: string, page: number): string => `${name.replace(/\.tiff?$/i, '')} page ${page}.tif`;

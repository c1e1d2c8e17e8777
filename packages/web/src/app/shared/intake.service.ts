import { Injectable, inject } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { type Source, checkPicture, newJob } from '@drelk/core';
import { MOST_BYTES, type JobRecord } from '@drelk/contract';
import { ApiService } from './api.service';

/** Makes a job of a picture file: looked at first, then kept, then put on the shelf. */
@Injectable({ providedIn: 'root' })
export class IntakeService {
  private readonly api = inject(ApiService);

  /** Rejects with a sentence for files that cannot be used; nothing is kept of those. */
  async take(file: File): Promise<JobRecord> {
    if (file.size > MOST_BYTES) {
      const size = Math.round(file.size / 1024 / 1024);
      throw {
        code: 'too-large',
        message: `“${file.name}” is ${size} MB; up to 64 MB are taken.`,
        hint: 'Save it smaller.',
      };
    }
    const header = checkPicture(new Uint8Array(await file.arrayBuffer()), file.name);
    const blob = await firstValueFrom(this.api.upload(file));
    const source: Source = {
      blob,
      name: file.name.slice(0, 255),
      kind: header.kind,
      width: header.width,
      height: header.height,
      density: header.density ?? null,
      notes: header.animated ? ['The file moves; its first picture was taken.'] : [],
    };
    return firstValueFrom(this.api.create(newJob(source)));
  }

  /** The picture in a drop or a paste, if there is one. */
  fileIn(transfer: DataTransfer | null): File | undefined {
    return [...(transfer?.files ?? [])][0];
  }
}

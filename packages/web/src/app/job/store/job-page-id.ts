import { Injectable, signal } from '@angular/core';

/** Number of the job that the page shows. */
@Injectable()
export class JobPageId {
  readonly id = signal('');
}

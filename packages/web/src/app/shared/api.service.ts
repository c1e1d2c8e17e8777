import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { Injectable, inject } from '@angular/core';
import { Observable, Subject, catchError, from, map, tap, throwError } from 'rxjs';
import type { CheckedFile, JobDocument, JobState } from '@drelk/core';
import {
  type FontRecord,
  type HandOffRecord,
  type JobCard,
  type JobRecord,
  type NewForm,
  type NewRecipient,
  type OwnForm,
  type Recipient,
  type Sample,
  type Scanner,
  type SaveRequest,
  type WireError,
  type Workshop,
  routes,
} from '@drelk/contract';

/** Largest body, in bytes, that goes on its way when its page is left. */
const SURVIVES = 60_000;

/** Every call to the server. Errors come as the server's own sentence, or as one of ours when it is away. */
@Injectable({ providedIn: 'root' })
export class ApiService {
  /** Emits when a job has been saved: what lists jobs is older then. */
  readonly saves = new Subject<void>();
  private readonly http = inject(HttpClient);
  private latest: { sha256: string; file: File } | undefined;

  jobs(search: string, bin: boolean): Observable<JobCard[]> {
    return this.http.get<JobCard[]>(routes.jobs, { params: { search, bin } }).pipe(plainErrors());
  }

  job(id: string): Observable<JobRecord> {
    return this.http.get<JobRecord>(routes.job(id)).pipe(plainErrors());
  }

  create(document: JobDocument): Observable<JobRecord> {
    return this.http.post<JobRecord>(routes.jobs, { document }).pipe(plainErrors());
  }

  /** Small saves arrive even if the page goes meanwhile (Fetch standard: up to 64 KiB of bodies on their way). */
  save(id: string, request: SaveRequest): Observable<JobCard> {
    const body = JSON.stringify(request);
    const headers = { 'Content-Type': 'application/json' };
    const keepalive = new Blob([body]).size < SURVIVES;
    return this.http.put<JobCard>(routes.job(id), body, { headers, keepalive }).pipe(
      tap(() => this.saves.next()),
      plainErrors(),
    );
  }

  /** All files of a job as it was saved, with its card, worked out by the server. */
  files(id: string): Observable<Uint8Array<ArrayBuffer>> {
    return this.http.get(routes.file(id, 'zip'), { responseType: 'arraybuffer' }).pipe(
      map((bytes) => new Uint8Array(bytes)),
      plainErrors(),
    );
  }

  copy(id: string): Observable<JobRecord> {
    return this.http.post<JobRecord>(routes.copy(id), null).pipe(plainErrors());
  }

  bin(id: string): Observable<undefined> {
    return this.http.delete<undefined>(routes.job(id)).pipe(plainErrors());
  }

  restore(id: string): Observable<undefined> {
    return this.http.post<undefined>(routes.restore(id), null).pipe(plainErrors());
  }

  samples(): Observable<Sample[]> {
    return this.http.get<Sample[]>(routes.samples).pipe(plainErrors());
  }

  sample(file: string): Observable<Blob> {
    return this.http.get(routes.sampleFile(file), { responseType: 'blob' }).pipe(plainErrors());
  }

  /** Keeps a picture and tells its SHA-256. */
  upload(file: File): Observable<string> {
    const form = new FormData();
    form.append('picture', file, file.name);
    return this.http.post<{ blob: string }>(routes.blobs, form).pipe(
      map(({ blob }) => blob),
      tap((sha256) => (this.latest = { sha256, file })),
      plainErrors(),
    );
  }

  /** The picture's bytes; one that just came in through this page is not fetched again. */
  blob(sha256: string): Observable<ArrayBuffer> {
    if (this.latest?.sha256 === sha256) return from(this.latest.file.arrayBuffer());
    return this.http.get(routes.blob(sha256), { responseType: 'arraybuffer' }).pipe(plainErrors());
  }

  /** The bytes of a stored picture as PNG, whatever it was stored as. */
  blobPng(sha256: string): Observable<ArrayBuffer> {
    return this.http.get(routes.blobPng(sha256), { responseType: 'arraybuffer' }).pipe(plainErrors());
  }

  /** Keeps a font file and tells what it is called. */
  addFont(file: File): Observable<FontRecord> {
    const form = new FormData();
    form.append('font', file, file.name);
    return this.http.post<FontRecord>(routes.fonts, form).pipe(plainErrors());
  }

  /** Materials and tools. */
  workshop(): Observable<Workshop> {
    return this.http.get<Workshop>(routes.workshop).pipe(plainErrors());
  }

  /** Forms of one's own that boards can have. */
  forms(): Observable<OwnForm[]> {
    return this.http.get<OwnForm[]>(routes.forms).pipe(plainErrors());
  }

  addForm(form: NewForm): Observable<OwnForm> {
    return this.http.post<OwnForm>(routes.forms, form).pipe(plainErrors());
  }

  removeForm(id: number): Observable<undefined> {
    return this.http.delete<undefined>(routes.form(id)).pipe(plainErrors());
  }

  /** Whoever takes files, and what is chosen for them. */
  recipients(): Observable<Recipient[]> {
    return this.http.get<Recipient[]>(routes.recipients).pipe(plainErrors());
  }

  keepRecipient(recipient: NewRecipient): Observable<Recipient> {
    return this.http.post<Recipient>(routes.recipients, recipient).pipe(plainErrors());
  }

  removeRecipient(id: number): Observable<undefined> {
    return this.http.delete<undefined>(routes.recipient(id)).pipe(plainErrors());
  }

  scanner(): Observable<Scanner> {
    return this.http.get<Scanner>(routes.scanner).pipe(plainErrors());
  }

  /** A scan as a file, under the name that the scanner gives it. */
  scan(sheet: string, density: number): Observable<File> {
    const params = { sheet, density };
    return this.http.get(routes.scan, { params, responseType: 'blob', observe: 'response' }).pipe(
      map(({ body, headers }) => {
        const name = /filename="([^"]+)"/.exec(headers.get('Content-Disposition') ?? '')?.[1] ?? 'scan.png';
        return new File([body ?? new Blob()], name, { type: 'image/png' });
      }),
      plainErrors(),
    );
  }

  setThumbnail(id: string, picture: Blob): Observable<undefined> {
    const headers = { 'Content-Type': 'image/webp' };
    return this.http.put<undefined>(routes.thumbnail(id), picture, { headers }).pipe(plainErrors());
  }

  handOffs(id: string): Observable<HandOffRecord[]> {
    return this.http.get<HandOffRecord[]>(routes.handOffs(id)).pipe(plainErrors());
  }

  /** The bytes of a file that was handed off. */
  handedOff(id: string, file: number): Observable<ArrayBuffer> {
    return this.http.get(routes.handOff(id, file), { responseType: 'arraybuffer' }).pipe(plainErrors());
  }

  keepHandOff(
    id: string,
    { name, format, bytes, readBack }: CheckedFile,
    choice: string,
    state: JobState,
  ): Observable<HandOffRecord> {
    const { width, height, contours, lines, cutLength } = readBack;
    const body = new Blob([bytes], { type: 'application/octet-stream' });
    const headers = { 'Content-Type': 'application/octet-stream' };
    const figures = { width, height, contours, lines, cutLength };
    const params = { name, format, choice, ...figures, state: JSON.stringify(state) };
    return this.http.post<HandOffRecord>(routes.handOffs(id), body, { headers, params }).pipe(plainErrors());
  }
}

/** Turns HTTP failures into {code, message, hint}. */
function plainErrors<T>() {
  return catchError<T, Observable<never>>((failure: unknown) => throwError(() => wireErrorOf(failure)));
}

/** What is asked for as bytes has its sentence as bytes too. */
function sentenceIn(body: unknown): unknown {
  if (!(body instanceof ArrayBuffer)) return body;
  try {
    return JSON.parse(new TextDecoder().decode(body)) as unknown;
  } catch {
    return undefined;
  }
}

function wireErrorOf(failure: unknown): WireError {
  const body: unknown = failure instanceof HttpErrorResponse ? sentenceIn(failure.error) : undefined;
  if (body && typeof body === 'object' && 'code' in body && 'message' in body) return body as WireError;
  return {
    code: 'away',
    message: 'The server does not answer.',
    hint: 'Your work is kept in this window; it is saved when the server is back.',
  };
}

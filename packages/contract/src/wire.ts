import type {
  FormatChoices,
  FormatId,
  JobDocument,
  JobState,
  KeptContour,
  Material,
  Tool,
} from '@drelk/core';

/** One change of a document, as patches forward and back (RFC 6902 operations with array paths, as immer writes them). */
export interface HistoryStep {
  /** What was done, for people. */
  label: string;
  forward: Patch[];
  backward: Patch[];
}

export interface Patch {
  op: 'add' | 'remove' | 'replace';
  path: (string | number)[];
  value?: unknown;
}

/** A job as the shelf shows it. */
export interface JobCard {
  id: string;
  name: string;
  revision: number;
  updatedAt: string;
  /** Address of its small picture, or null before there is one. */
  thumbnail: string | null;
  binned: boolean;
}

/** A job as the bench opens it. */
export interface JobRecord extends JobCard {
  document: JobDocument;
  /** Every step ever made; those from `cursor` on were undone and can be redone. */
  steps: HistoryStep[];
  cursor: number;
}

/** What a save sends: the document, and what became of the history since the revision it was made from. */
export interface SaveRequest {
  revision: number;
  document: JobDocument;
  /** Steps kept from those the server has; the rest are dropped, and `steps` follow. */
  keep: number;
  steps: HistoryStep[];
  cursor: number;
}

/** A file that left the house, with what reading it back showed. */
export interface HandOffRecord {
  id: number;
  name: string;
  format: FormatId | 'zip';
  bytes: number;
  width: number;
  height: number;
  contours: number;
  /** Single lines, and the style or release it was written in; of files from before either was told, none. */
  lines: number;
  choice: string;
  cutLength: number;
  /** The job as it was then, by marks of its parts; of files from before that was told, nothing. */
  state: JobState;
  createdAt: string;
}

/** A font file that was taken in: the SHA-256 of its bytes, and the name it goes by. */
export interface FontRecord {
  blob: string;
  name: string;
}

/** Contours that were kept to be used as a board again, in millimetres. */
export interface OwnForm {
  id: number;
  name: string;
  width: number;
  height: number;
  contours: KeptContour[];
}

/** What is sent to keep a form: closed contours in millimetres, the first around the others. */
export type NewForm = Pick<OwnForm, 'name' | 'contours'>;

/** Whoever takes files, and what is chosen of each format for them. */
export interface Recipient {
  id: number;
  name: string;
  choices: FormatChoices;
}
export type NewRecipient = Pick<Recipient, 'name' | 'choices'>;

/** Materials and tools that there are. */
export interface Workshop {
  materials: Material[];
  tools: Tool[];
}

/** A picture of the demo, ready to start a job from. */
export interface Sample {
  id: string;
  name: string;
  file: string;
  /** File of a picture that shows it. */
  picture: string;
  bytes: number;
}

/** A flat object on the simulated scanner's bed. Millimetres. */
export interface ScannerSheet {
  id: string;
  name: string;
  width: number;
  height: number;
}

/** What the simulated scanner can do. Densities in dots per inch. */
export interface Scanner {
  densities: number[];
  sheets: ScannerSheet[];
}

/** Every error on the wire. */
export interface WireError {
  code: string;
  message: string;
  hint: string;
  /** The revision that is there, where a save was made from an older one. */
  revision?: number;
}

/** Largest file taken in, in bytes. */
export const MOST_BYTES = 64 * 1024 * 1024;

/** Largest save, in bytes: more than any document that is taken and a stretch of its history come to. */
export const MOST_SAVED = 16 * 1024 * 1024;

/** Where things are, below the server's own address. */
export const routes = {
  health: '/api/health',
  samples: '/api/samples',
  sampleFile: (file: string) => `/api/samples/${encodeURIComponent(file)}`,
  blobs: '/api/blobs',
  fonts: '/api/fonts',
  workshop: '/api/workshop',
  forms: '/api/forms',
  form: (id: number) => `/api/forms/${id}`,
  recipients: '/api/recipients',
  recipient: (id: number) => `/api/recipients/${id}`,
  blob: (sha256: string) => `/api/blobs/${sha256}`,
  blobPng: (sha256: string) => `/api/blobs/${sha256}/png`,
  scanner: '/api/scanner',
  scan: '/api/scanner/scan',
  jobs: '/api/jobs',
  job: (id: string) => `/api/jobs/${id}`,
  restore: (id: string) => `/api/jobs/${id}/restore`,
  copy: (id: string) => `/api/jobs/${id}/copy`,
  /** A file of a job as it was saved, in a format. */
  file: (id: string, format: string) => `/api/jobs/${id}/file?format=${format}`,
  thumbnail: (id: string) => `/api/jobs/${id}/thumbnail`,
  handOffs: (id: string) => `/api/jobs/${id}/hand-offs`,
  handOff: (id: string, handOff: number) => `/api/jobs/${id}/hand-offs/${handOff}`,
};

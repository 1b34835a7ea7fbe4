import type { JSONContent } from '@tiptap/core';
import type { BlobFacts } from '$core/materials/blob-facts';
import type { Preview } from '$core/materials/preview';
import type { TablePart } from '$core/materials/preview';
import type { RosterRow } from '$core/school/roster-files';
import type { PageText } from '$core/links/page-text';
import type { Reading } from '$core/materials/reading';
import type { ReceiptSheet } from '$core/receipts/sheet';
import type { Caption } from '$core/recordings/captions';
import type { Annotated } from '$core/remarks/remarked';
import type { Passage } from '$core/recordings/passages';
import type { Brought } from '$core/pages/brought';
import type { OpenedPackage } from '$core/questions/qti/opened';
import type { BusyRead } from '$core/calendar/busy-times';
import type { Patch } from '$core/materials/patch';
import type { Lane } from './limits';

/** A stored file, as a parsing process finds it: it knows no database and no addresses of blobs. */
export interface FileOnDisk {
  path: string;
  name: string;
  mediaType: string;
}

/** A page that is to be made in another form. `pictures`: by the name that each has on it. */
export interface PageForm {
  path: string;
  form: 'pdf' | 'html' | 'docx' | 'pptx' | 'xlsx' | 'csv' | 'svg' | 'png';
  title: string;
  serif: boolean;
  spacing: number;
  room: boolean;
  at: number;
  pictures: Array<{ name: string; path: string }>;
}

/** A page in another form. `sheets`: how many of paper it fills, where it is set on paper. */
export interface MadeForm {
  bytes: Uint8Array;
  sheets: number | null;
}

/** Everything that is parsed apart from the server, by name: what goes in, what comes out. */
export interface Tasks {
  'media-type': (input: { path: string }) => Promise<string>;
  facts: (input: Omit<FileOnDisk, 'name'>) => Promise<BlobFacts>;
  words: (input: FileOnDisk) => Promise<Reading>;
  preview: (input: FileOnDisk) => Promise<Preview>;
  table: (input: { path: string; name: string }) => Promise<TablePart>;
  sheets: (input: { path: string }) => Promise<Array<TablePart & { name: string }>>;
  'compare-handout': (input: {
    text: string;
    handed: string;
  }) => Promise<{ share: number; kept: number; unanswered: string[] }>;
  brief: (input: { markdown: string }) => Promise<string>;
  'said-text': (input: { text: string }) => Promise<string>;
  'said-html': (input: { html: string }) => Promise<{ html: string; text: string }>;
  page: (input: { html: string }) => Promise<PageText>;
  picture: (input: { bytes: Uint8Array }) => Promise<Uint8Array>;
  /** A picture that browsers do not show, as they do. */
  developed: (input: { path: string }) => Promise<Uint8Array>;
  thumbnail: (input: { path: string }) => Promise<Uint8Array>;
  'page-picture': (input: { path: string }) => Promise<{ bytes: Uint8Array; mediaType: 'image/jpeg' | 'image/png' }>;
  'roster-table': (input: { text: string }) => Promise<{ header: string[]; rows: RosterRow[] }>;
  'receipt-pdf': (input: ReceiptSheet) => Promise<Uint8Array>;
  /** A PDF or a picture with remarks in it. */
  annotated: (input: { path: string; mediaType: string; remarks: Annotated[] }) => Promise<Uint8Array>;
  /** What has to be written over in a photograph so that it no longer says where it was taken. */
  spot: (input: Omit<FileOnDisk, 'name'>) => Promise<Patch[]>;
  hash: (input: { path: string }) => Promise<string>;
  listing: (input: { xml: string }) => Promise<unknown>;
  'page-form': (input: PageForm) => Promise<MadeForm>;
  'page-text': (input: FileOnDisk) => Promise<Brought | null>;
  /** A page in words, with all that is asked and answered on it. */
  'page-spelled': (input: { path: string }) => Promise<string>;
  /** Markdown as a page. */
  'page-parsed': (input: { text: string }) => Promise<JSONContent>;
  'page-html': (input: { path: string }) => Promise<string>;
  'questions-package': (input: { path: string; name: string }) => Promise<OpenedPackage | null>;
  /** When a calendar's owner is busy. `zone`: theirs, for times that name none. */
  calendar: (input: { text: string; from: number; to: number; zone: string }) => Promise<BusyRead | null>;
  captions: (input: { text: string }) => Promise<Caption[] | null>;
  /** Files of a recording, put together into one. `into`: where it is written. */
  recording: (input: { parts: string[]; passages: Passage[] | null; into: string }) => Promise<void>;
}
export type TaskName = keyof Tasks;
export type InputOf<T extends TaskName> = Parameters<Tasks[T]>[0];
export type OutputOf<T extends TaskName> = Awaited<ReturnType<Tasks[T]>>;

/** In which lane each waits (limits.ts). */
export const LANE_OF: Record<TaskName, Lane> = {
  'media-type': 'text',
  brief: 'text',
  'said-text': 'text',
  'said-html': 'text',
  facts: 'files',
  words: 'files',
  preview: 'files',
  table: 'files',
  sheets: 'files',
  'compare-handout': 'files',
  page: 'files',
  picture: 'files',
  developed: 'making',
  thumbnail: 'files',
  'page-picture': 'files',
  listing: 'files',
  calendar: 'files',
  captions: 'files',
  'roster-table': 'files',
  'receipt-pdf': 'files',
  annotated: 'making',
  spot: 'files',
  hash: 'checking',
  recording: 'making',
  'page-form': 'making',
  'page-html': 'files',
  'page-parsed': 'files',
  'page-spelled': 'files',
  'page-text': 'files',
  'questions-package': 'files'
};

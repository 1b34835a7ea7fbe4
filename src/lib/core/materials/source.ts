/**
 * Where files lie that people look at and download. Each has one way to find what a person may read there
 * (`server/sources/find.ts`); the addresses are the same for all.
 */
export const SOURCES = [
  'pieces',
  'submitted',
  'returned',
  'materials',
  'said',
  'shelf',
  'voices',
  'own',
  'portfolio'
] as const;
export type SourceName = (typeof SOURCES)[number];

/** What else there is of a file for those who may read it: its pages, a small picture, what a linked page showed of itself, what is said in it. */
export const SHAPES = [
  'pdf',
  'thumbnail',
  'developed',
  'picture',
  'captions',
  'docx',
  'html',
  'pptx',
  'xlsx',
  'csv',
  'svg',
  'png'
] as const;
export type Shape = (typeof SHAPES)[number];

/** The address at which a file is downloaded; what else there is of it stands below. */
export const fileAddress = (source: SourceName, id: string): string => `/files/${source}/${id}`;

/** Where a page asks what it can show of a file in place. */
export const lookAddress = (file: string): string => `${file}/look`;

/** Where one of its shapes is fetched. */
export const shapeAddress = (file: string, shape: Shape): string => `${file}/as/${shape}`;

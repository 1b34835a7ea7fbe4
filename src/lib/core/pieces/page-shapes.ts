import { takesTypes } from './takes-types';
import type { Wants } from './wanted';

/** What a page can be begun as. */
export const PAGE_SHAPES = ['page', 'deck', 'sheet', 'drawing'] as const;
export type PageShape = (typeof PAGE_SHAPES)[number];

/** Endings of what every page is: as it is kept, printed and shown. */
export const TEXT_FORMS: readonly string[] = ['md', 'pdf', 'html'];
/** Endings of the forms in which each is handed over besides. */
const OWN_FORMS: Record<PageShape, readonly string[]> = {
  page: [],
  deck: ['pptx'],
  sheet: ['xlsx', 'csv'],
  drawing: ['svg', 'png']
};
export const PAGE_FORMS: readonly string[] = [...TEXT_FORMS, ...Object.values(OWN_FORMS).flat()];

/** What a page in a place can be, by the types of files that it takes: where photographs are asked for, a drawing and no text. */
export const shapesFor = (wants: Pick<Wants, 'types'>): PageShape[] =>
  PAGE_SHAPES.filter((shape) => takesTypes(wants, [...TEXT_FORMS, ...OWN_FORMS[shape]]));

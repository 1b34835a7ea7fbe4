import { z } from 'zod';
import { Block, filesOf } from './blocks';

/** A page of a portfolio. */
export const PortfolioPage = z.object({ id: z.uuid(), title: z.string(), blocks: z.array(Block) });
export type PortfolioPage = z.infer<typeof PortfolioPage>;

/** All that a portfolio shows: as its owner has it now, or as it was published. */
export const Body = z.object({ title: z.string(), about: z.string(), pages: z.array(PortfolioPage) });
export type Body = z.infer<typeof Body>;

/** A file of a portfolio, as pages show it. `size`: bytes of what is shown; pictures are shown small, and are kept as they came besides. */
export interface PortfolioFile {
  id: string;
  name: string;
  mediaType: string;
  size: number;
  /** Of what was brought. */
  original: number;
  /** It is shown as a picture. */
  picture: boolean;
}

/** The files that a body shows, each once. */
export const filesIn = ({ pages }: Pick<Body, 'pages'>): string[] => [
  ...new Set(pages.flatMap(({ blocks }) => blocks.flatMap(filesOf)))
];

import { z } from 'zod';

/**
 * A field in which several things are written, with spaces, commas or line breaks between them: each once, in lower case.
 *
 * @param longest characters of the whole field
 */
export const listedText = (longest: number) =>
  z
    .string()
    .max(longest)
    .transform((text) => [
      ...new Set(
        text
          .toLowerCase()
          .split(/[\s,;]+/)
          .filter((one) => one !== '')
      )
    ]);

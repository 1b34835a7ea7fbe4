import { z } from 'zod';

/**
 * A field that holds JSON, of the shape that is asked for. Text that is no JSON, or of another shape, is a problem of
 * that field like any other.
 */
export function jsonText<S extends z.ZodType>(shape: S) {
  return z
    .string()
    .max(400_000)
    .transform((text, context): unknown => {
      try {
        // No text that people write has a zero character, and no database keeps one.
        if (!text.includes('\\u0000')) return JSON.parse(text);
        context.addIssue('This field holds characters that cannot be kept.');
        return z.NEVER;
      } catch {
        context.addIssue('This field is not JSON.');
        return z.NEVER;
      }
    })
    .pipe(shape);
}

import { createContext } from 'svelte';
import type { Preview } from '$core/materials/preview';

/**
 * Asks the server what can be shown of a file, by the address at which the file stands ("/files/pieces/…"). The root layout
 * gives it, since components fetch nothing themselves.
 */
export type Look = (address: string) => Promise<Preview>;

export const [getLook, setLook] = createContext<Look>();

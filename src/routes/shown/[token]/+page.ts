/** Whoever comes by a link needs no scripts. */
export const csr = false;

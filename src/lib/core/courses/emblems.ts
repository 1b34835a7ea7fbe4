/** Our drawings, by which courses are told apart. */
export const EMBLEMS = ['star', 'buoy', 'knot', 'page', 'scale', 'oar', 'shell', 'lamp'] as const;

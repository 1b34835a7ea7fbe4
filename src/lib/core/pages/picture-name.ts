/** A picture of a page by the name of its bytes: their hash, with the ending of what they are. */
export const PICTURE = /^pictures\/([0-9a-f]{64})\.(jpg|png|webp|gif)$/;

/** The name that a picture has on its page, in the bag and below the page's address. */
export const pictureName = ({ sha256, mediaType }: { sha256: string; mediaType: string }): string =>
  `pictures/${sha256}.${mediaType === 'image/png' ? 'png' : 'jpg'}`;

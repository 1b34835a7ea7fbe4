/** What a page says to someone who reads it. */
export interface PageText {
  title: string;
  /** The page's own summary, else its beginning. */
  excerpt: string;
  /** All that is read, without markup, spaces gathered. */
  text: string;
  asksPassword: boolean;
  /** Address of the picture that the page offers of itself (Open Graph protocol, `og:image`). */
  picture: string | null;
}

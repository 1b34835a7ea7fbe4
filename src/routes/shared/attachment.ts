/** The header of a download under a name that people gave (RFC 6266, RFC 8187). */
export const attachment = (name: string): string =>
  `attachment; filename="${name.replace(/[^\x20-\x7e]|["\\]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(name).replace(/['()*]/g, (one) => `%${one.charCodeAt(0).toString(16)}`)}`;

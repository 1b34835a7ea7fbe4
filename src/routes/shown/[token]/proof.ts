/** Under which name a browser keeps that the password of a link was said. */
export const proofCookie = (token: string): string => `shown_${token.replace(/[^\w-]/g, '').slice(0, 60)}`;

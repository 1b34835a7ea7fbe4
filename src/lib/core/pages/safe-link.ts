/** Whether an address may stand on a page: the web and mail, nothing that runs. */
export const isSafeLink = (href: string): boolean => /^(https?:\/\/|mailto:)/i.test(href);

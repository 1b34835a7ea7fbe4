/** Addresses of uploads: 32 hexadecimal digits. */
export const match = (param: string) => /^[0-9a-f]{32}$/.test(param);

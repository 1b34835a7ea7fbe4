/** A whole number from 1 on. */
export const match = (param: string): boolean => /^[1-9]\d{0,3}$/.test(param);

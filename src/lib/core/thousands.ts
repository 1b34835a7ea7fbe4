/** A whole number as people read it: "12,500". */
export const thousands = (n: number): string => String(n).replace(/\B(?=(\d{3})+$)/g, ',');

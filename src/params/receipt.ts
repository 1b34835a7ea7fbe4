import { RECEIPT_NUMBER } from '$core/receipts/number';

/** The number of a receipt. */
export const match = (param: string) => RECEIPT_NUMBER.test(param);

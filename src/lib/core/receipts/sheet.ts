import type { Receipt } from './receipt';

/** What goes onto the sheet of a receipt. */
export interface ReceiptSheet {
  receipt: Receipt;
  jws: string;
  /** The reader's. */
  zone: string;
  /** Address of the page that verifies receipts. */
  verifyAt: string;
}

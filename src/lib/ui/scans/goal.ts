import type { ScanFacts } from '$core/scans/scanned';

/** What a scan is made for, as the place that asks for it says. */
export interface ScanGoal {
  /** Heads the scanner: "Scan for Field report". */
  title: string;
  /** Sheets that were begun here are kept under this name. */
  where: string;
  /** What it is to be called, without the ending. */
  name: string;
  takesPdf: boolean;
  takesPictures: boolean;
  /** Pages that the brief wants at least; null where it does not say. */
  pagesWanted: number | null;
  /** Bytes. */
  largest: number;
  /** What the button says that ends it. */
  label: string;
  /**
   * Takes what was made.
   *
   * @returns why it cannot be taken, in words; null where it was
   */
  take(made: readonly Scanned[]): string | null;
}

/** A file that was made of sheets, with what was noted of them. */
export interface Scanned {
  file: File;
  facts: ScanFacts;
}

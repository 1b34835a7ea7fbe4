import { sheetTroubles, type SheetTrouble } from '$core/scans/measures';
import type { Handling, Look } from '$core/scans/sheet';
import type { Developed } from '../../workers/scan';
import type { KeptSheets } from './kept-sheets';
import { developSheet, NotScanned, openPhoto } from './scanner';

/** A photographed sheet on its way to be part of a scan. */
export class Sheet {
  handling = $state.raw() as Handling;
  /** What became of it; null while it is being worked on. */
  developed = $state.raw<Developed | null>(null);
  /** Address of its picture as it will be; empty before the first. */
  shown = $state('');
  failed = $state(false);

  constructor(
    readonly id: string,
    readonly at: number,
    public photo: Blob,
    public width: number,
    public height: number,
    handling: Handling
  ) {
    this.handling = handling;
  }
}

/** What reads photographs; given where something stands in for the worker. */
export interface Reader {
  open: typeof openPhoto;
  develop: typeof developSheet;
}

/**
 * The sheets of a scan that is being made: photographed, put in order, put right. Each is kept on this device from the moment
 * it is taken until the scan is a piece.
 */
export class Scan {
  sheets = $state<Sheet[]>([]);
  /** Photographs that are being read. */
  reading = $state(0);
  /** Why the last photograph was not taken; empty where it was. */
  problem = $state('');
  /** This browser keeps nothing: what was taken is gone with the tab. */
  unkept = $state(false);
  /** How the next sheets look. */
  look = $state<Look>('black-white');

  #work: Promise<unknown> = Promise.resolve();
  #kept: KeptSheets;
  #reader: Reader;

  constructor(kept: KeptSheets, reader: Reader = { open: openPhoto, develop: developSheet }) {
    this.#kept = kept;
    this.#reader = reader;
  }

  /** What to look at again, for each sheet. */
  troubles = $derived.by((): SheetTrouble[][] => {
    const done = this.sheets.filter(({ developed }) => developed !== null);
    const found = sheetTroubles(done.map(({ developed }) => (developed as Developed).measures));
    return this.sheets.map((sheet) => found[done.indexOf(sheet)] ?? []);
  });
  /** Bytes of its pictures: of the PDF, but for a little. */
  bytes = $derived.by(() => this.sheets.reduce((sum, { developed }) => sum + (developed ? bytesOf(developed) : 0), 0));
  busy = $derived.by(() => this.reading > 0 || this.sheets.some(({ developed, failed }) => !developed && !failed));

  /** Numbers of the sheets, from 1, that could not be cut out: with them there is no scan, lest they be lost without a word. */
  failed = $derived.by(() => this.sheets.flatMap((sheet, i) => (sheet.failed ? [i + 1] : [])));

  /** Brings back what was begun here earlier. @returns how many sheets that were */
  async restore(): Promise<number> {
    const kept = await this.#keep(() => this.#kept.all());
    for (const { id, at, photo, width, height, handling } of kept ?? []) {
      if (this.sheets.some((sheet) => sheet.id === id)) continue;
      this.sheets.push(new Sheet(id, at, photo, width, height, handling));
      this.#develop(this.#named(id));
    }
    return kept?.length ?? 0;
  }

  /** Takes a photograph as a new sheet, or in place of one. */
  async add(photo: Blob | ImageBitmap, inPlaceOf: Sheet | null = null): Promise<void> {
    this.problem = '';
    this.reading++;
    try {
      const opened = await this.#inTurn(() => this.#reader.open({ photo }));
      const { width, height, corners, paper } = opened;
      const handling = { corners, paper, turn: 0 as const, look: inPlaceOf?.handling.look ?? this.look };
      if (inPlaceOf) {
        Object.assign(inPlaceOf, { photo: opened.photo, width, height });
        this.change(inPlaceOf, handling);
        return;
      }
      const sheet = new Sheet(crypto.randomUUID(), this.#kept.now(), opened.photo, width, height, handling);
      this.sheets.push(sheet);
      const held = this.#named(sheet.id);
      await this.#keepSheet(held);
      this.#develop(held);
    } catch (error) {
      this.problem =
        error instanceof NotScanned
          ? 'This file could not be read as a photograph. The other sheets are as they were.'
          : 'What reads photographs could not be fetched. The sheets are kept; try again when the line is back.';
    } finally {
      this.reading--;
    }
  }

  /** Handles a sheet in another way: its corners, its turn, how it looks. */
  change(sheet: Sheet, handling: Handling): void {
    sheet.handling = handling;
    void this.#keepSheet(sheet);
    this.#develop(sheet);
  }

  /** All sheets, and those that are still to come, look like this. */
  lookLike(look: Look): void {
    this.look = look;
    for (const sheet of this.sheets) if (sheet.handling.look !== look) this.change(sheet, { ...sheet.handling, look });
  }

  move(from: number, to: number): void {
    const [sheet] = this.sheets.splice(from, 1);
    if (sheet) this.sheets.splice(to, 0, sheet);
    this.#keepOrder();
  }

  /** Puts the sheets in this order. */
  arrange(sheets: Sheet[]): void {
    this.sheets = sheets;
    this.#keepOrder();
  }

  /** Takes a sheet out. @returns puts it back where it was */
  remove(sheet: Sheet): () => void {
    const at = this.sheets.indexOf(sheet);
    this.sheets.splice(at, 1);
    void this.#keep(() => this.#kept.letGo(sheet.id));
    return () => {
      this.sheets.splice(at, 0, sheet);
      this.#keepOrder();
    };
  }

  /** It is a piece now, or is not wanted: nothing of it is kept here any more. */
  async letGo(): Promise<void> {
    this.close();
    this.sheets = [];
    await this.#keep(() => this.#kept.letAllGo());
  }

  /** Its pictures are no longer shown. What is kept stays. */
  close(): void {
    for (const { shown } of this.sheets) if (shown) URL.revokeObjectURL(shown);
  }

  /** The sheet as the list holds it, whose changes are seen. */
  #named(id: string): Sheet {
    return this.sheets.find((sheet) => sheet.id === id) as Sheet;
  }

  #develop(sheet: Sheet): void {
    const { handling, photo } = sheet;
    sheet.developed = null;
    sheet.failed = false;
    void this.#inTurn(async () => {
      // It was changed again while it waited.
      if (sheet.handling !== handling || sheet.photo !== photo) return;
      const developed = await this.#reader.develop({ photo, handling });
      if (sheet.handling !== handling || sheet.photo !== photo) return;
      if (sheet.shown) URL.revokeObjectURL(sheet.shown);
      sheet.shown = URL.createObjectURL(developed.shown);
      sheet.developed = developed;
    }).catch(() => (sheet.failed = true));
  }

  /** One photograph after the other: several of twelve megapixels at once are too much for a phone. */
  #inTurn<T>(work: () => Promise<T>): Promise<T> {
    const done = this.#work.then(work, work);
    this.#work = done.catch(() => undefined);
    return done;
  }

  #keepOrder(): void {
    for (const sheet of this.sheets) void this.#keepSheet(sheet);
  }

  async #keepSheet({ id, at, photo, width, height, handling }: Sheet): Promise<void> {
    const order = this.sheets.findIndex((sheet) => sheet.id === id);
    await this.#keep(() => this.#kept.keep({ id, at, photo, width, height, order, handling }));
  }

  async #keep<T>(work: () => Promise<T>): Promise<T | null> {
    try {
      return await work();
    } catch {
      this.unkept = true;
      return null;
    }
  }
}

const bytesOf = ({ image }: Developed) => (image.kind === 'bits' ? image.deflated.length : image.bytes.length);

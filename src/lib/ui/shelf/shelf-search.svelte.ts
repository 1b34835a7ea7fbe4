import type { ShelfFile } from '$core/shelf/views';
import type { ReadShelf } from './shelf-reader';

/** Milliseconds after a key until the Shelf is asked: nobody wants what half a word finds. */
const PAUSE = 200;

/** Files of the reader's Shelf by a search that is being typed. Made while a component is set up. */
export class ShelfSearch {
  search = $state('');
  /** Null until the first answer. */
  files = $state.raw<ShelfFile[] | null>(null);
  more = $state(false);
  failed = $state(false);

  /**
   * @param also read anew whenever this changes
   * @param among which of the files are meant
   */
  constructor(
    private read: ReadShelf,
    also: () => unknown = () => null,
    private among: (file: ShelfFile) => boolean = () => true
  ) {
    $effect(() => {
      also();
      const wanted = this.search;
      const timer = setTimeout(() => void this.show(wanted), this.files === null ? 0 : PAUSE);
      return () => clearTimeout(timer);
    });
  }

  async show(wanted = this.search): Promise<void> {
    this.failed = false;
    try {
      const { files, more } = await this.read({ search: wanted });
      if (wanted === this.search) [this.files, this.more] = [files.filter(this.among), more];
    } catch {
      this.failed = true;
    }
  }

  async showMore(): Promise<void> {
    const last = this.files?.at(-1);
    if (!last) return;
    const next = await this.read({ search: this.search, after: { at: last.changedAt, id: last.id } });
    this.files = [...(this.files ?? []), ...next.files.filter(this.among)];
    this.more = next.more;
  }
}

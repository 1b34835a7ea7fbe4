import { kept, letGoOfOld, type KeptSheet } from '$ui/capture/kept';

/** The sheets of one place that are not a piece yet, as this device keeps them. */
export class KeptSheets {
  constructor(
    private owner: string,
    private where: string,
    /** The moment, by the clock that this page goes by. */
    readonly now: () => number
  ) {}

  /** In their order. */
  async all(): Promise<KeptSheet[]> {
    await letGoOfOld(this.now());
    const sheets = await (await kept()).getAllFromIndex('sheets', 'place', [this.owner, this.where]);
    return sheets.sort((a, b) => a.order - b.order);
  }

  async keep(sheet: Omit<KeptSheet, 'owner' | 'where'>): Promise<void> {
    await (await kept()).put('sheets', { ...sheet, owner: this.owner, where: this.where });
  }

  async letGo(id: string): Promise<void> {
    await (await kept()).delete('sheets', id);
  }

  async letAllGo(): Promise<void> {
    for (const { id } of await this.all()) await this.letGo(id);
  }
}

import { chunksOf, kept, letGoOfOld, type KeptTake } from '$ui/capture/kept';

/** The recordings of one place that are not a piece yet, as this device keeps them: chunk by chunk while they are made. */
export class KeptTakes {
  constructor(
    private owner: string,
    private where: string,
    /** The moment, by the clock that this page goes by. */
    readonly now: () => number
  ) {}

  /** The latest that was begun here; null where there is none. */
  async latest(): Promise<KeptTake | null> {
    await letGoOfOld(this.now());
    const takes = await (await kept()).getAllFromIndex('takes', 'place', [this.owner, this.where]);
    return takes.sort((a, b) => b.at - a.at)[0] ?? null;
  }

  async note(take: Omit<KeptTake, 'owner' | 'where'>): Promise<void> {
    await (await kept()).put('takes', { ...take, owner: this.owner, where: this.where });
  }

  /** Keeps what the recorder gave. Whatever is here outlives the tab. */
  async keep(take: string, no: number, part: number, data: Blob): Promise<void> {
    await (await kept()).put('chunks', { take, no, part, data });
  }

  /** What a take is made of: a file for each time that it was begun or gone on with. */
  async parts({ id, mediaType }: Pick<KeptTake, 'id' | 'mediaType'>): Promise<Blob[]> {
    const chunks = await (await kept()).getAll('chunks', chunksOf(id));
    const parts = new Map<number, Blob[]>();
    for (const { part, data } of chunks) parts.set(part, [...(parts.get(part) ?? []), data]);
    return [...parts.values()].map((all) => new Blob(all, { type: mediaType }));
  }

  /** How many chunks there are of it. */
  async chunks(take: string): Promise<number> {
    return (await kept()).count('chunks', chunksOf(take));
  }

  async letGo(take: string): Promise<void> {
    const database = await kept();
    await database.delete('chunks', chunksOf(take));
    await database.delete('takes', take);
  }
}

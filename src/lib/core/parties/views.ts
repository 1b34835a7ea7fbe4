/** Who else hands over with the reader, and whether they have looked at what lies there now. */
export interface Together {
  /** What the party is called; empty where it has no name. */
  name: string;
  members: Array<{ id: string; name: string; looked: boolean; me: boolean }>;
  /** Parts of its pages that are not finished: what each is called, and whether it is the reader's. */
  openParts: Array<{ title: string; mine: boolean }>;
  /** What the reader got for themselves, apart from the others; null where that is the same for all. */
  mine: { points: number | null; remark: string } | null;
}

/** Students choose their party themselves until a moment. */
export interface Choosing {
  /** How many a party takes. */
  size: number;
  until: number;
}

/** A party that can be joined. */
export interface OpenParty {
  id: string;
  name: string;
  members: string[];
}

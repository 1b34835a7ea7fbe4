import type { RoundView } from '$core/packets/views';

/** A round whose reader is not to learn whose it is: what its files are called may say it, and its receipt does. */
export const withoutNames = (round: RoundView): RoundView => ({
  ...round,
  receipt: null,
  pieces: round.pieces.map((piece, i) => ({ ...piece, name: codedName(piece.name, i + 1) }))
});

/** What a file is called instead: its ending stays. */
export const codedName = (name: string, no: number): string =>
  `Piece ${no}${/\.[A-Za-z0-9]{1,5}$/.exec(name)?.[0] ?? ''}`;

import { spacingText } from '../pieces/wants';
import { bytesOf } from '../pieces/registry';
import { askedPieces, type Check, type Finding } from './check';

/** Documents are set in the font and with the line spacing that the brief asks for, as far as most of their words go. */
export const setting: Check = {
  name: 'setting',
  title: 'Font and line spacing as wanted',
  find: (situation) =>
    askedPieces(situation).flatMap(({ piece, place, at }): Finding[] => {
      const { font, spacing } = place.wants;
      const set = bytesOf(piece)?.facts?.writing;
      if (!set) return [];
      const otherFont = font !== undefined && set.font !== null && !isFont(set.font, font);
      const otherSpacing = spacing !== undefined && set.spacing !== null && Math.abs(set.spacing - spacing) > NEAR;
      return [
        ...(otherFont ? [{ words: `${piece.name} is mostly in ${set.font}; wanted: ${font}.`, at }] : []),
        ...(otherSpacing
          ? [
              {
                words: `${piece.name} has ${spacingText(set.spacing ?? 0)} line spacing; wanted: ${spacingText(spacing)}.`,
                at
              }
            ]
          : [])
      ];
    })
};

/** Word processors round. */
const NEAR = 0.06;
const isFont = (set: string, wanted: string) => set.toLowerCase() === wanted.trim().toLowerCase();

import { sameSheet } from './likeness';

/** What was measured on a photographed sheet. */
export interface SheetMeasures {
  /** How bright its paper is, 0 to 1. */
  light: number;
  /** How steep the edges of its writing are, 0 to 1. */
  sharp: number;
  /** The share of it that is ink. */
  ink: number;
  /** Sides of the sheet that lie on the edge of the photograph. */
  touching: number;
  /** Towards 1 its lines stand upright, towards -1 upside down; null where that cannot be told. */
  uprightness: number | null;
  /** Where its ink lies (`likeness.ts`). */
  print: number[];
}

/** What is wrong with a sheet, or may be. */
export const SHEET_TROUBLES = ['cut-off', 'dark', 'blurred', 'empty', 'upside-down', 'same'] as const;
export type SheetTrouble = (typeof SHEET_TROUBLES)[number];

const DARK = 0.3;
const BLURRED = 0.2;
const EMPTY = 0.0006;
const UPSIDE_DOWN = -0.45;

/** What a student should look at again before these sheets become a scan; one list for each sheet. */
export function sheetTroubles(sheets: readonly SheetMeasures[]): SheetTrouble[][] {
  return sheets.map((sheet, i) => {
    const { light, sharp, ink, touching, uprightness, print } = sheet;
    const empty = ink < EMPTY;
    const found: Record<SheetTrouble, boolean> = {
      'cut-off': touching > 0,
      dark: light < DARK,
      blurred: !empty && sharp < BLURRED,
      empty,
      'upside-down': uprightness !== null && uprightness < UPSIDE_DOWN,
      same: !empty && sheets.slice(0, i).some((other) => sameSheet(other.print, print))
    };
    return SHEET_TROUBLES.filter((trouble) => found[trouble]);
  });
}

/** What each trouble is, and what to do, beside the sheet. */
export const SHEET_TROUBLE_WORDS: Record<SheetTrouble, string> = {
  'cut-off': 'An edge of the sheet is outside of the photograph. Take it again from a little farther away.',
  dark: 'It is too dark. Take it again with more light.',
  blurred: 'It looks blurred. Hold still and take it again.',
  empty: 'Nothing is written on it.',
  'upside-down': 'It may stand upside down.',
  same: 'It looks like an earlier sheet.'
};

const FINDINGS: Record<SheetTrouble, string> = {
  'cut-off': 'lies partly outside of its photograph',
  dark: 'is too dark to be read well',
  blurred: 'looks blurred',
  empty: 'has nothing written on it',
  'upside-down': 'may stand upside down',
  same: 'looks like an earlier one'
};

/** The same of a scan that lies in a packet. @param numbers of the sheets, from 1; none where it has a single one */
export function sheetFinding(trouble: SheetTrouble, numbers: readonly number[]): string {
  const said = FINDINGS[trouble];
  if (numbers.length === 0) return `it ${said}.`;
  return `sheet ${numbers.join(', ')} ${said}.`;
}

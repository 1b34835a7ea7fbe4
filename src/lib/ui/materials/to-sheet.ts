/** An event that asks a PDF that is shown for one of its sheets; `detail`: its number, from 1. */
export const TO_SHEET = 'to-sheet';

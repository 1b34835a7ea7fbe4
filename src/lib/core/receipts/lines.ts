import { verdictText } from '../links/words';
import { roundTimeliness } from '../packets/due';
import { sizeText } from '../materials/size-text';
import { arrivedWords } from '../packets/seal-words';
import { completeMoment } from '../time/words';
import { namedInBag } from './bag';
import type { Receipt } from './receipt';

/** What was received, in words. */
export const receivedWhat = ({ assignment, round, part }: Receipt): string =>
  part === undefined
    ? `${assignment}, round ${round}`
    : `${assignment}, a part of it: ${part}. The whole is submitted apart from this`;

/** What stands on a receipt above its pieces: each fact with its name. */
export function receiptFacts(receipt: Receipt, zone: string): Array<[name: string, said: string]> {
  const { receivedAt, due, takeBack, arrivedAt } = receipt;
  const moment = (at: number) => completeMoment(at, zone);
  const timely = roundTimeliness(receipt.lateSeconds, due);
  const arrived = arrivedWords(arrivedAt, zone);
  return [
    ['Received', arrived === null ? moment(receivedAt) : `${moment(receivedAt)}; ${arrived}`],
    ['Due', due === null ? 'No due date' : moment(due)],
    ['Timely', receipt.kept < 1 ? `${timely.words}, keeps ${Math.round(receipt.kept * 100)} %` : timely.words],
    ['Points it can bring', receipt.points === null ? 'None' : String(receipt.points)],
    [
      'Taking back',
      !takeBack.possible
        ? 'Not possible'
        : takeBack.until === null
          ? 'Until marking begins'
          : `Until marking begins, at the latest ${moment(takeBack.until)}`
    ],
    ...(receipt.note ? [['Note', receipt.note] as [string, string]] : [])
  ];
}

/** A receipt as lines of plain text. */
export function receiptLines(receipt: Receipt, zone: string): string[] {
  return [
    `Receipt ${receipt.number}`,
    receivedWhat(receipt),
    `${receipt.course} · ${receipt.student}`,
    '',
    ...receiptFacts(receipt, zone).map(([name, said]) => `${name}: ${said}`),
    '',
    ...(receipt.pieces.length === 0 ? ['Declared finished, without pieces.'] : []),
    ...receipt.pieces.flatMap((piece) => [
      `${piece.name} (${piece.place ?? 'Also'})`,
      ...(piece.url === undefined ? [] : [`  ${piece.url}${piece.verdict ? `: ${verdictText(piece.verdict)}` : ''}`]),
      ...(piece.size === undefined ? [] : [`  ${sizeText(piece.size)}, SHA-256 ${piece.sha256}`]),
      ...inBag(receipt, piece),
      ...(piece.besides ?? []).map(({ path, sha256 }) => `  with ${path}, SHA-256 ${sha256}`),
      ...(piece.captions ? [`  with captions, SHA-256 ${piece.captions.sha256}`] : [])
    ]),
    '',
    `The brief as it stood: SHA-256 ${receipt.briefSha256}`
  ];
}

function inBag(receipt: Receipt, piece: Receipt['pieces'][number]): string[] {
  const called = namedInBag(receipt, piece);
  return called === null ? [] : [`  in the bag as ${called}`];
}

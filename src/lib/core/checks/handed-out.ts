import { cut } from '../cut';
import { ALMOST } from './likeness';
import type { Check, Finding } from './check';
import type { BytesPiece } from '../pieces/piece';
import { bytesOf } from '../pieces/registry';

/** Nothing in the packet is what the teacher handed out, untouched or almost, or with questions left unanswered. */
export const handedOut: Check = {
  name: 'handed-out',
  title: 'No handout untouched, no question left unanswered',
  find: ({ pieces }) =>
    pieces.flatMap((piece) => {
      const bytes = bytesOf(piece);
      return bytes ? of(bytes) : [];
    })
};

function of(piece: BytesPiece): Finding[] {
  const at = { place: piece.deliverableId };
  if (piece.same?.handedOut)
    return [
      {
        words: `${piece.name} is still “${piece.same.handedOut}” as it was handed out. Is your work in another file?`,
        at
      }
    ];
  const made = piece.madeFrom;
  if (!made) return [];
  const almost = made.share >= ALMOST;
  const percent = Math.floor(made.share * 100);
  return [
    ...(almost
      ? [
          {
            words: `${percent} % of ${piece.name} is “${made.title}” as it was handed out. Is all of your work in it?`,
            at
          }
        ]
      : []),
    ...(made.unanswered.length > 0 ? [{ words: `${piece.name}: ${unansweredWords(made.unanswered)}`, at }] : [])
  ];
}

function unansweredWords(questions: readonly string[]): string {
  const named = questions.slice(0, 3).map((question) => `“${short(question)}”`);
  const more = questions.length - named.length;
  const said = `${named.join(', ')}${more > 0 ? ` and ${more} more` : ''}`;
  return questions.length === 1
    ? `one question has no answer yet: ${said}.`
    : `${questions.length} questions have no answer yet: ${said}.`;
}

const short = (text: string) => (text.length > 60 ? `${cut(text, 57).trimEnd()}…` : text);

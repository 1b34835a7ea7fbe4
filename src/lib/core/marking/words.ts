import { REFUSALS, type Refusal } from '../packets/refusals';
import { refusalWords } from '../packets/refusal-words';

/** Reasons that are about points and the teacher's page rather than custody. */
export const MARK_REFUSALS = [
  'points-too-high',
  'points-missing',
  'gives-no-points',
  'between-too-high',
  'return-in-the-past',
  'override-unexplained',
  'another-round-stands',
  'returned-meanwhile',
  'parts-elsewhere',
  'parts-unreadable',
  'too-many-remarks',
  'too-many-answers',
  'phrases-full',
  'nothing-kept',
  'reminded-already',
  'not-long-yet',
  'not-reminded',
  'answers-nothing',
  'offers-no-time',
  'not-offered',
  'second-marker-missing',
  'one-teacher-only',
  'no-voice',
  'no-table'
] as const;
export type MarkRefusal = (typeof MARK_REFUSALS)[number];

/** Why marking was refused, as the teacher reads it. What they wrote is kept on the page. */
export function markRefusalWords(why: Refusal | MarkRefusal): string {
  return isRefusal(why) ? (TEACHER_WORDS[why] ?? refusalWords(why)) : MARK_WORDS[why];
}

const MARK_WORDS: Record<MarkRefusal, string> = {
  'points-too-high': 'Those are more points than this assignment gives. Write fewer.',
  'points-missing': 'Give points before settling it. Zero is a number too.',
  'return-in-the-past': 'That moment has passed. Choose a later one, or leave it empty to return it now.',
  'between-too-high': 'A row of the rubric has more points than its best level gives.',
  'override-unexplained':
    'The points are other than what the rubric adds up to. Say why, so that the student reads it, or give what it adds up to.',
  'gives-no-points': 'This assignment gives no points. Say it in the remark.',
  'another-round-stands':
    'The student has changed what you have since you opened this page. Look at the round that stands now.',
  'parts-elsewhere':
    'Somebody else filled your part in meanwhile. What you wrote still stands here: copy what you need of it, then open it again.',
  'parts-unreadable':
    'That could not be read as part of this page: it asks something, or it is too long. It still stands here.',
  'too-many-remarks':
    'There are 500 remarks on this round already, so this one was not kept. It still stands here: say the rest in the remark on the whole.',
  'nothing-kept': 'Nothing was kept for later of their round.',
  'reminded-already': 'Your teacher has had a reminder of this round already. One is enough.',
  'not-long-yet': 'This does not wait clearly longer than usual yet.',
  'not-reminded': 'Nobody reminded you of this round.',
  'answers-nothing': 'Choose a time, or say something.',
  'offers-no-time': 'Offer at least one time.',
  'not-offered': 'That time was not offered, or not any more. Choose one of those that stand there now.',
  'second-marker-missing':
    'Two teachers mark this. Note what you would give with “Keep my mark”; it is settled once both have, with what you agree on.',
  'one-teacher-only': 'You teach this course alone: there is nobody to share the works with.',
  'no-table':
    'This could not be read as a table (CSV). Usually a quotation mark stands in the middle of a cell, or has no second one. Nothing was kept.',
  'no-voice': 'That is no recording that can be heard here. Record it anew.',
  'phrases-full': 'You keep 500 phrases already, so this one was not kept. Let go of one first.',
  'too-many-answers': 'So much was said to this remark that no more is kept here. Go on aside.',
  'returned-meanwhile':
    'Somebody returned this while you had it open: see “What was returned”. What you wrote is still here. Press again to return it as well; the student then reads both.'
};

/** Where the student's words would be odd for a teacher. */
const TEACHER_WORDS: Partial<Record<Refusal, string>> = {
  'nothing-stands': 'Nothing stands with you here: the student took it back, or it is settled already.',
  excused: 'This student is excused from it.',
  'received-in-person': 'You recorded this as accepted in person.',
  'already-settled': 'This is settled already.'
};

function isRefusal(why: Refusal | MarkRefusal): why is Refusal {
  return (REFUSALS as readonly string[]).includes(why);
}

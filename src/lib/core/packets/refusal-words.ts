import type { Refusal } from './refusals';

/**
 * Why something cannot be done, as the person reads it: the fact, then what they can do.
 *
 * The one place where refusal codes become words.
 */
export function refusalWords(why: Refusal): string {
  return REFUSAL_WORDS[why];
}

const REFUSAL_WORDS: Record<Refusal, string> = {
  'not-open-yet': 'This has not opened yet. You can read it now and begin when it opens.',
  closed: 'This has closed, so nothing can be changed or submitted any more. Your teacher can extend it for you.',
  'late-not-accepted':
    'The due moment has passed and this assignment takes no late work. Your teacher can extend it for you.',
  'with-teacher': 'Your teacher has this now. Revise it to work on the next round, or take it back.',
  'already-settled': 'This is settled. Nothing more can be changed here.',
  excused: 'This was excused. Nothing is asked here any more.',
  'received-in-person': 'This was accepted in person. Nothing more needs to be submitted.',
  'nothing-to-submit': 'The packet is empty. Add at least one piece, then submit.',
  'no-round-left': 'There is no round left to submit, so what stands now has to stay.',
  'taking-back-not-permitted': 'Taking back is not allowed on this assignment.',
  'marking-has-begun': 'Marking of this round has begun. Ask your teacher to hand it back.',
  'nothing-stands': 'No round stands here at the moment.',
  'nothing-to-undo': 'Nothing can be undone here: the student has done something about it, or it was undone already.',
  'too-late-to-undo': 'It was returned more than a minute ago. Correct the result instead.',
  'not-a-stage-from-here': 'It goes to the stage that comes next, or back to an earlier one. Look at where it is now.',
  'going-back-unexplained': 'Say what is missing before it goes back: the student reads it.',
  'not-an-earlier-round': 'That round cannot stand again.',
  'not-revising': 'Nothing is being revised here.',
  'settles-by-declaration': 'Nothing is submitted here: this is settled when you say that it is done.',
  'settles-by-looking': 'This is settled by being looked at. It takes no points.',
  'settles-by-result': 'This is settled by a returned result.',
  'settles-by-stages': 'This settles when it has passed its last stage.',
  'settles-by-credits': 'This settles with the credits that your teacher grants.',
  'has-no-stages': 'This passes no stages.',
  'grants-no-credits': 'No credits are granted here.',
  'not-declared': 'Nobody has declared this done.',
  'needs-new-closing': 'This has closed already. Give a new closing moment, so that another round can be submitted.',
  'not-excused': 'This is not excused.',
  'not-received-in-person': 'Nothing was accepted in person here.',
  'round-stands': 'A round stands here. Ask for another one instead, and say what is missing.',
  'closes-before-due': 'The closing moment lies before the due moment. Give a later one.',
  'stopped-by-a-check':
    'Something has to be put right first: your teacher made that a condition. It stands at the top of the things to look at. If you cannot, ask your teacher.',
  'says-nothing': 'Say in a note how it was done, so that your teacher knows where to look.',
  sealed: 'This is sealed while its last bytes arrive. Break the seal to change something.',
  'next-round-arriving':
    'The student has sealed the next round, and its last bytes are arriving. Wait until it is here, or its time is over.',
  'not-sealed': 'Nothing is sealed here.',
  'seal-has-run-out': 'The seal ran out before everything had arrived, so nothing was submitted by it.',
  'nothing-may-follow': 'In this course nothing can be sealed: everything has to have arrived before you submit.',
  'does-not-stand-again': 'This round cannot stand again by itself when the due moment passes.',
  'student-does-not-choose': 'Which round counts is not chosen by students here.',
  'take-it-back-yourself': 'You can take this back yourself. There is no need to ask.',
  'asked-already': 'You have asked for this already. Your teacher has the question.',
  'not-asked': 'The student does not ask for this round any more.',
  'claimed-already': 'You have said already that you handed it over in person.',
  'not-claimed': 'Nobody says that this was handed over in person.'
};

/** A kind of thing that somebody hears of. */
export interface TidingKind {
  /** As it stands beside the choice of what comes by mail. */
  name: string;
  /** Whose it is: the two sides of a packet hear of different things. */
  side: 'student' | 'teacher' | 'both' | 'office';
  /** Comes by mail unless the person says otherwise. */
  mailed: boolean;
  /** Seconds before the mail goes: what was read or undone meanwhile is not mailed. */
  patience: number;
  /** Waits for the one calm mail of a day instead of a mail of its own. */
  calm?: true;
  /** Is shown by the device at once, where the person lets it. */
  pushed?: true;
}

const SOON = 5;
/** What was returned can be undone for a minute. */
const UNDO = 62;
/** Long enough to take a message back, or to read it in the app. */
const MESSAGE = 120;

/** Every kind, in the order in which they are offered. A new one is a line here and a line in words.ts. */
export const TIDINGS = {
  returned: { name: 'Your work came back', side: 'student', mailed: true, patience: UNDO, pushed: true },
  'handed-back': {
    name: 'A round that you asked for was handed back, or not',
    side: 'student',
    mailed: true,
    patience: SOON
  },
  receipt: { name: 'The receipt of what you submitted', side: 'student', mailed: true, patience: SOON },
  seal: { name: 'A seal ran out', side: 'both', mailed: true, patience: SOON },
  reminder: {
    name: 'Something you took back is due soon',
    side: 'student',
    mailed: true,
    patience: SOON,
    pushed: true
  },
  'stands-again': { name: 'A round stands again', side: 'both', mailed: true, patience: SOON },
  extended: { name: 'Your dates were moved, or you were excused', side: 'student', mailed: true, patience: SOON },
  claim: { name: 'Work handed over in person', side: 'both', mailed: true, patience: SOON },
  stage: { name: 'Your work passed to another stage', side: 'student', mailed: true, patience: UNDO },
  'stage-here': { name: 'Work came to a stage of your office', side: 'teacher', mailed: true, patience: SOON },
  credits: { name: 'Credits were granted, or asked about', side: 'student', mailed: true, patience: MESSAGE },
  reminded: { name: 'A student reminds you of a round', side: 'teacher', mailed: true, patience: SOON },
  'reminder-answered': {
    name: 'Your teacher says when a round comes back',
    side: 'student',
    mailed: true,
    patience: SOON
  },
  meeting: { name: 'A time to meet about your work', side: 'both', mailed: true, patience: SOON },
  'coming-due': { name: 'Something is due', side: 'student', mailed: true, patience: SOON, calm: true, pushed: true },
  'due-now': { name: 'Something is due within hours', side: 'student', mailed: true, patience: SOON, pushed: true },
  closing: { name: 'Something closes for good soon', side: 'student', mailed: true, patience: SOON, pushed: true },
  untouched: {
    name: 'Something to fill in is due soon and untouched',
    side: 'student',
    mailed: true,
    patience: SOON,
    calm: true,
    pushed: true
  },
  'plan-short': {
    name: 'Your plan does not fit any more',
    side: 'student',
    mailed: true,
    patience: SOON,
    calm: true,
    pushed: true
  },
  'not-arrived': {
    name: 'What you sealed has not arrived yet',
    side: 'student',
    mailed: true,
    patience: SOON,
    pushed: true
  },
  support: { name: 'Whoever supports you wrote to you', side: 'both', mailed: true, patience: MESSAGE },
  digest: { name: 'A summary was sent to your family', side: 'student', mailed: false, patience: SOON },
  'to-read': { name: 'You were given works of classmates to read', side: 'student', mailed: true, patience: SOON },
  'was-read': { name: 'What classmates said of your work is shown', side: 'student', mailed: true, patience: SOON },
  remark: { name: 'Someone answered a remark on the work', side: 'both', mailed: false, patience: MESSAGE },
  aside: { name: 'Someone wrote to you aside', side: 'both', mailed: true, patience: MESSAGE },
  floor: { name: 'An answer on an open floor where you spoke', side: 'both', mailed: false, patience: MESSAGE },
  set: { name: 'Something new was set', side: 'student', mailed: false, patience: SOON },
  notice: { name: 'A notice to a course', side: 'student', mailed: false, patience: SOON },
  submitted: { name: 'A round came in', side: 'teacher', mailed: false, patience: SOON },
  'asked-back': { name: 'A student asks for a round back', side: 'teacher', mailed: true, patience: SOON },
  'own-data': { name: 'What you asked for of your own is there', side: 'both', mailed: true, patience: SOON },
  'final-results': { name: 'Final results, sent or answered', side: 'both', mailed: true, patience: SOON },
  damage: { name: 'A file is damaged where it is kept', side: 'office', mailed: true, patience: SOON },
  'mail-failed': { name: 'A mail could not be delivered', side: 'office', mailed: false, patience: SOON }
} as const satisfies Record<string, TidingKind>;

export type Kind = keyof typeof TIDINGS;
export const KINDS = Object.keys(TIDINGS) as [Kind, ...Kind[]];

/** Kinds that wait for the calm mail of a day, and kinds that devices show. */
export const CALM: readonly Kind[] = KINDS.filter((kind) => (TIDINGS[kind] as TidingKind).calm);
export const PUSHED: readonly Kind[] = KINDS.filter((kind) => (TIDINGS[kind] as TidingKind).pushed);

/** Whether somebody wants a kind by mail: as they said, otherwise as is usual. Null where they said nothing. */
export const isWished = (kind: Kind, wish: boolean | null): boolean => wish ?? TIDINGS[kind].mailed;

/** Whether a kind comes as a mail of its own. */
export const isMailedAlone = (kind: Kind, wish: boolean | null): boolean =>
  !CALM.includes(kind) && isWished(kind, wish);

/** The same of everything that a person said. */
export const isMailed = (kind: Kind, wishes: ReadonlyMap<string, boolean>): boolean =>
  isWished(kind, wishes.get(kind) ?? null);

/** Someone who is signed in, as the policy needs to know them. */
export interface Actor {
  id: string;
  /** Roles in the whole school. They open nothing in a course by themselves. */
  schoolRoles: readonly SchoolRole[];
}

export type SchoolRole = 'office' | 'guardian';
export type CourseRole = 'student' | 'teacher';

/** How the actor stands to what they want to touch. */
export interface Relation {
  /** Their role in the course that it belongs to; null where they have none or have left. */
  courseRole: CourseRole | null;
  /** The packet belongs to a party of which they are a member. */
  ownsPacket?: boolean;
  /** The assignment is visible to students (published and not hidden). */
  published?: boolean;
  /** The assignment lets the teacher follow drafts, and says so beside the packet. */
  followsDrafts?: boolean;
  /** They sit in an office that has the packet now, or that had it once. */
  office?: 'now' | 'track' | null;
  /** They were given this round to read, by a teacher. */
  reads?: boolean;
}

/**
 * Everything that anybody can do to something in a course. What is not in this list, nobody can do.
 */
export const DEEDS = [
  'read-course',
  'read-assignment',
  'work-on-own-packet',
  'read-own-packet',
  'read-draft',
  'read-round',
  'mark-round',
  'keep-phrases',
  'grade-course',
  'see-class',
  'excuse-or-extend',
  'shape-course',
  'read-people',
  'write-on-open-floor',
  'write-aside',
  'read-aside'
] as const;
export type Deed = (typeof DEEDS)[number];

/**
 * Whether a person may do something. Denies unless a rule says yes.
 *
 * Answers *who*; *when* is custody's business (packets/allowed.ts). A refusal on someone else's packet is answered by
 * the server as "not found", so that nobody learns what exists.
 */
export function may(actor: Actor | null, deed: Deed, relation: Relation): boolean {
  if (actor === null || (relation.courseRole === null && !relation.office)) return false;
  return RULES[deed](relation);
}

/** What is done for the whole school, by a role in it. */
export type SchoolDeed =
  | 'keep-calendar'
  | 'keep-people'
  | 'keep-courses'
  | 'keep-offices'
  | 'see-troubles'
  | 'keep-register'
  | 'keep-scales';

/** Whether a person may do something for the whole school. Denies unless a rule says yes. */
export function mayForSchool(actor: Actor | null, deed: SchoolDeed): boolean {
  return actor !== null && actor.schoolRoles.includes(SCHOOL_RULES[deed]);
}

/** What a person does with what is theirs alone: the Shelf, uploads on their way, an outside store. */
export function mayWithOwn(actor: Actor | null, ownerId: string): boolean {
  return actor !== null && actor.id === ownerId;
}

const SCHOOL_RULES: Record<SchoolDeed, SchoolRole> = {
  'keep-calendar': 'office',
  'keep-people': 'office',
  'keep-courses': 'office',
  'keep-offices': 'office',
  'see-troubles': 'office',
  'keep-register': 'office',
  'keep-scales': 'office'
};

const isIn = (r: Relation) => r.courseRole !== null;
const teaches = (r: Relation) => r.courseRole === 'teacher';
const studies = (r: Relation) => r.courseRole === 'student';
const owns = (r: Relation) => studies(r) && r.ownsPacket === true;

const RULES: Record<Deed, (r: Relation) => boolean> = {
  'read-course': isIn,
  'read-assignment': (r) => teaches(r) || (isIn(r) && r.published === true),
  'work-on-own-packet': (r) => owns(r) && r.published === true,
  'read-own-packet': owns,
  // What has not been submitted is private, unless the assignment says beside the packet that it can be followed.
  'read-draft': (r) => owns(r) || (teaches(r) && r.followsDrafts === true),
  'read-round': (r) => owns(r) || teaches(r) || Boolean(r.office) || (studies(r) && r.reads === true),
  // An office marks what it has, while it has it.
  'mark-round': (r) => teaches(r) || r.office === 'now',
  'keep-phrases': teaches,
  // The scheme, the grade book, a word in place of the reckoning, and what goes to the register.
  'grade-course': teaches,
  'see-class': teaches,
  'excuse-or-extend': teaches,
  // Outline, rules, notices, assignments, materials, invitations: all that makes a course what it is.
  'shape-course': teaches,
  'read-people': isIn,
  'write-on-open-floor': (r) => teaches(r) || (isIn(r) && r.published === true),
  'write-aside': (r) => owns(r) || teaches(r),
  'read-aside': (r) => owns(r) || teaches(r)
};

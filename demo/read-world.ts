import { readdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parse } from 'yaml';
import { z } from 'zod';
import { LatePolicy } from '../src/lib/core/lateness/late-policy';
import { CriterionDraft, MustDoDraft } from '../src/lib/core/assignments/draft';
import { Wants } from '../src/lib/core/pieces/wanted';
import { RuleNames, StandingRules } from '../src/lib/core/courses/rules';
import { CREDIT_UNITS, GRANTS } from '../src/lib/core/judging/credits';
import { WAYS } from '../src/lib/core/judging/ways';

const Person = z.object({
  handle: z.string(),
  name: z.string(),
  sortName: z.string(),
  schoolRoles: z.array(z.enum(['office', 'guardian'])).default([])
});

const School = z.object({
  name: z.string(),
  zone: z.string(),
  password: z.string(),
  teachers: z.array(Person),
  /** Offices that have stages of projects, with the handles of who sits in them. */
  offices: z.array(z.object({ name: z.string(), people: z.array(z.string()) })),
  guardians: z.array(Person),
  students: z.array(z.string()),
  /** In the school, in no course yet; invited to one. */
  newcomers: z.array(z.object({ name: z.string(), invitedTo: z.string(), at: z.string() })),
  calendar: z.array(
    z.object({ kind: z.enum(['holiday', 'marking-pause']), title: z.string(), first: z.string(), last: z.string() })
  ),
  listed: z.record(z.string(), z.string())
});

/** Something said in the demo: by whom (a handle, or `teacher`), when, and for an aside with whom. */
const Said = z.object({ at: z.string(), by: z.string(), body: z.string(), aside: z.string().optional() });

/** A file of demo/files that the course's teacher hands out. */
const Material = z.object({ file: z.string(), title: z.string(), unit: z.number().int().optional() });

const Course = z.object({
  title: z.string(),
  emblem: z.enum(['star', 'buoy', 'knot', 'page', 'scale', 'oar', 'shell', 'lamp']),
  teacher: z.string(),
  classSize: z.number().int(),
  unitWord: z.string().default('Unit'),
  /** How its results become the grade (`core/grades/scheme.ts`), with assignments named by their titles. */
  scheme: z.looseObject({ places: z.record(z.string(), z.unknown()) }).optional(),
  units: z.array(z.object({ title: z.string(), starts: z.string().optional(), visibleFrom: z.string().optional() })),
  /** Its last day. */
  ends: z.string().optional(),
  goals: z.string().default(''),
  policies: z.string().default(''),
  contacts: z
    .array(z.object({ who: z.string(), how: z.string().default(''), hours: z.string().default('') }))
    .default([]),
  rules: StandingRules.prefault({}),
  joinsByPhrase: z.boolean().default(false),
  materials: z.array(Material).default([]),
  notices: z
    .array(
      z.object({
        at: z.string(),
        title: z.string(),
        body: z.string(),
        unit: z.number().int().optional(),
        attached: Material.omit({ unit: true }).optional(),
        said: z.array(Said).default([])
      })
    )
    .default([])
});

/** How far the classmates are: not yet due, submitted, submitted and mostly returned, settled without a mark, or with nothing of their own. */
export const ClassState = z.enum(['none', 'early', 'waiting', 'returned', 'done']);

const AssignmentFront = z.object({
  title: z.string(),
  unit: z.number().int(),
  points: z.number().optional(),
  set: z.string(),
  opens: z.string().optional(),
  due: z.string().optional(),
  closes: z.string().optional(),
  passBy: z.string().optional(),
  weight: z.number().optional(),
  expectedMinutes: z.number().optional(),
  inherits: RuleNames.optional(),
  allowance: z.number().optional(),
  takeBack: z.boolean().optional(),
  counts: z.enum(['latest', 'best', 'nominated']).optional(),
  standsAgain: z.boolean().optional(),
  followMinutes: z.number().int().optional(),
  settles: z.enum(WAYS).optional(),
  /** `office`: by its name; left out where the course's teachers have the stage. */
  stages: z
    .array(
      z.object({
        title: z.string(),
        needs: z.string().default(''),
        office: z.string().optional(),
        asks: z.boolean().default(true)
      })
    )
    .default([]),
  creditTarget: z.number().optional(),
  creditUnit: z.enum(CREDIT_UNITS).optional(),
  late: LatePolicy.optional(),
  alsoOpen: z.boolean().optional(),
  followsDrafts: z.boolean().optional(),
  deliverables: z
    .array(
      z.object({
        title: z.string(),
        ask: z.string().default(''),
        optional: z.boolean().default(false),
        wants: Wants.default({}),
        /** Files of demo/prepared. */
        starter: z.string().optional(),
        questions: z.string().optional()
      })
    )
    .default([]),
  mustDo: z.array(MustDoDraft).default([]),
  criteria: z.array(CriterionDraft).default([]),
  materials: z.array(Material.omit({ unit: true })).default([]),
  said: z.array(Said).default([]),
  class: ClassState
});

/** What somebody answers in a starter, in its order: words, or entries with their values, a file that shows them, and words. */
const Filled = z.array(
  z.union([
    z.string(),
    z.array(z.object({ values: z.record(z.string(), z.string()), shownBy: z.string().optional(), words: z.string() }))
  ])
);
export type Filled = z.infer<typeof Filled>;

const Step = z
  .object({
    at: z.string(),
    add: z.string(),
    /** A page of the simulated site, by its path. */
    link: z.string(),
    /** What is answered in the starter of the place. */
    fill: Filled,
    /** A place whose pieces are taken out. */
    clear: z.number().int(),
    place: z.number().int().default(0),
    do: z.enum([
      'submit',
      'take-back',
      'revise',
      'declare',
      'look',
      'settle',
      'again',
      'in-person',
      'excuse',
      'extend',
      'see',
      'move',
      'grant'
    ]),
    /** The stage that it goes to, by its title. */
    to: z.string(),
    /** What is granted of each activity, in their order. */
    grants: z.array(
      z.object({ state: z.enum(GRANTS), granted: z.string().default('0'), reason: z.string().default('') })
    ),
    points: z.number(),
    /** Levels of the rubric, row by row, counted from 0. */
    levels: z.array(z.number().int()),
    remark: z.string().default(''),
    /** What travels with a submit. */
    note: z.string().default(''),
    due: z.string()
  })
  .partial({
    add: true,
    link: true,
    fill: true,
    clear: true,
    do: true,
    points: true,
    levels: true,
    due: true,
    to: true,
    grants: true
  });

export type DemoAssignment = z.infer<typeof AssignmentFront> & { key: string; brief: string };
type CourseFile = z.infer<typeof Course> & { slug: string; assignments: DemoAssignment[] };
export type DemoCourse = CourseFile & { teacherName: string };
export type DemoSaid = z.infer<typeof Said>;
export type DemoMaterial = z.infer<typeof Material>;
export type DemoStep = z.infer<typeof Step>;

/** Also where this is built and stands elsewhere: whatever loads the demo is started in the project's folder. */
export const DEMO = resolve('demo');

/** The demo world as its files tell it. A file that says something unknown is refused. */
export function readWorld() {
  const school = School.parse(parse(readFileSync(join(DEMO, 'school.yaml'), 'utf8')));
  const stories = z
    .record(z.string(), z.record(z.string(), z.array(Step)))
    .parse(parse(readFileSync(join(DEMO, 'stories.yaml'), 'utf8')));
  const teacherName = (handle: string) => school.teachers.find((one) => one.handle === handle)?.name ?? handle;
  const courses = readdirSync(join(DEMO, 'courses'))
    .sort()
    .map(readCourse)
    .map((course) => ({ ...course, teacherName: teacherName(course.teacher) }));
  return { school, courses, stories };
}

/** Path of a file that stories hand in. */
export function demoFile(name: string): string {
  return join(DEMO, 'files', name);
}

function readCourse(slug: string): CourseFile {
  const folder = join(DEMO, 'courses', slug);
  const course = Course.strict().parse(parse(readFileSync(join(folder, 'course.yaml'), 'utf8')));
  const files = readdirSync(folder).filter((name) => name.endsWith('.md'));
  return { ...course, slug, assignments: files.sort().map((name) => readAssignment(slug, name)) };
}

function readAssignment(slug: string, name: string): DemoAssignment {
  const text = readFileSync(join(DEMO, 'courses', slug, name), 'utf8');
  const parts = /^---\n([\s\S]*?)\n---\n([\s\S]*)$/.exec(text);
  if (!parts) throw new Error(`${slug}/${name} has no front matter.`);
  const front = AssignmentFront.strict().parse(parse(parts[1] ?? ''));
  return { ...front, key: `${slug}/${name.replace(/\.md$/, '')}`, brief: parts[2] ?? '' };
}

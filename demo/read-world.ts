import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'yaml';
import { z } from 'zod';
import { LatePolicy } from '../src/lib/core/assignments/late-policy';
import { SETTLES } from '../src/lib/core/packets/terms';

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
  guardians: z.array(Person),
  students: z.array(z.string()),
  listed: z.record(z.string(), z.string())
});

const Course = z.object({
  title: z.string(),
  emblem: z.enum(['star', 'buoy', 'knot', 'page', 'scale', 'oar', 'shell', 'lamp']),
  teacher: z.string(),
  classSize: z.number().int(),
  units: z.array(z.string())
});

/** How far the classmates are: not yet due, submitted, submitted and mostly returned, or settled without a mark. */
export const ClassState = z.enum(['early', 'waiting', 'returned', 'done']);

const AssignmentFront = z.object({
  title: z.string(),
  unit: z.number().int(),
  points: z.number().optional(),
  set: z.string(),
  opens: z.string().optional(),
  due: z.string().optional(),
  closes: z.string().optional(),
  allowance: z.number().optional(),
  takeBack: z.boolean().optional(),
  settles: z.enum(SETTLES).optional(),
  late: LatePolicy.optional(),
  alsoOpen: z.boolean().optional(),
  followsDrafts: z.boolean().optional(),
  deliverables: z
    .array(z.object({ title: z.string(), ask: z.string().default(''), optional: z.boolean().default(false) }))
    .default([]),
  class: ClassState
});

const Step = z
  .object({
    at: z.string(),
    add: z.string(),
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
      'extend'
    ]),
    points: z.number(),
    remark: z.string().default(''),
    due: z.string()
  })
  .partial({ add: true, do: true, points: true, due: true });

export type DemoAssignment = z.infer<typeof AssignmentFront> & { key: string; brief: string };
export type DemoCourse = z.infer<typeof Course> & { slug: string; assignments: DemoAssignment[] };
export type DemoStep = z.infer<typeof Step>;

const HERE = join(import.meta.dirname);

/** The demo world as its files tell it. A file that says something unknown is refused. */
export function readWorld() {
  const school = School.parse(parse(readFileSync(join(HERE, 'school.yaml'), 'utf8')));
  const stories = z
    .record(z.string(), z.record(z.string(), z.array(Step)))
    .parse(parse(readFileSync(join(HERE, 'stories.yaml'), 'utf8')));
  const courses = readdirSync(join(HERE, 'courses')).sort().map(readCourse);
  return { school, courses, stories };
}

/** Path of a file that stories hand in. */
export function demoFile(name: string): string {
  return join(HERE, 'files', name);
}

function readCourse(slug: string): DemoCourse {
  const folder = join(HERE, 'courses', slug);
  const course = Course.strict().parse(parse(readFileSync(join(folder, 'course.yaml'), 'utf8')));
  const files = readdirSync(folder).filter((name) => name.endsWith('.md'));
  return { ...course, slug, assignments: files.sort().map((name) => readAssignment(slug, name)) };
}

function readAssignment(slug: string, name: string): DemoAssignment {
  const text = readFileSync(join(HERE, 'courses', slug, name), 'utf8');
  const parts = /^---\n([\s\S]*?)\n---\n([\s\S]*)$/.exec(text);
  if (!parts) throw new Error(`${slug}/${name} has no front matter.`);
  const front = AssignmentFront.strict().parse(parse(parts[1] ?? ''));
  return { ...front, key: `${slug}/${name.replace(/\.md$/, '')}`, brief: parts[2] ?? '' };
}

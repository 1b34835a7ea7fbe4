import type { AssignmentDraft } from '$core/assignments/draft';
import type { StandingRules } from '$core/courses/rules';
import type { CourseHead, MaterialView } from '$core/courses/views';
import type { DatesAround } from '$core/courses/day-notes';
import type { Moment } from '$core/time/moment';
import type { Hold } from './self-saving.svelte';

/** What was written before and not set yet, as the page goes on from it. */
export interface Begun {
  draft: AssignmentDraft;
  version: number;
  at: Moment;
}

/** Where an assignment is being written, and what stands around it. */
export interface WritingPlace {
  course: CourseHead;
  rules: StandingRules;
  units: Array<{ id: string; title: string }>;
  dates: DatesAround;
  offices: Array<{ id: string; name: string }>;
  /** What lies beside the brief and can be shown inside it. */
  materials: MaterialView[];
}

/** What the page of an assignment asks the server while it is written. The route gives it. */
export interface WritingPort {
  /** The brief as students will read it. */
  preview: (markdown: string) => Promise<string>;
  hold: Hold;
}

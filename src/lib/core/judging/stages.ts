import type { Moment } from '../time/moment';
import type { Stage, Track } from './track';

/** Where a packet is on its track, since when, and which way it last moved; null while it has not left the first stage. */
export interface TrackPlace {
  id: string;
  since: Moment;
  moved: 'on' | 'back' | null;
}

/** The stage of a packet. */
export const stageOf = (track: Track, place: Pick<TrackPlace, 'id'> | null): Stage | null =>
  track.find(({ id }) => id === place?.id) ?? track[0] ?? null;

/** The stage after one; null after the last. */
export const stageAfter = (track: Track, stage: Stage): Stage | null => track[track.indexOf(stage) + 1] ?? null;

/** The stages before one: those that it can go back to. */
export const stagesBefore = (track: Track, stage: Stage): Track => track.slice(0, track.indexOf(stage));

/** Why a list of stages cannot be a track. */
export type TrackProblem = 'no-stages' | 'first-stage-asks' | 'stage-twice';

/** A track begins with something that the student hands over, and no two of its stages are called the same. */
export function trackProblem(track: Track): TrackProblem | null {
  const [first] = track;
  if (!first) return 'no-stages';
  if (!first.asks) return 'first-stage-asks';
  const titles = new Set(track.map(({ title }) => title.toLowerCase()));
  return titles.size < track.length || new Set(track.map(({ id }) => id)).size < track.length ? 'stage-twice' : null;
}

/** What is wrong, for whoever writes it. */
export const trackProblemWords = (problem: TrackProblem): string => PROBLEMS[problem];
const PROBLEMS: Record<TrackProblem, string> = {
  'no-stages': 'Name at least one stage that it passes.',
  'first-stage-asks': 'The first stage is one for which the student hands something over.',
  'stage-twice': 'Two stages are called the same. Give one another name.'
};

/** Where a packet is on its track, for whoever reads a list. */
export interface StagePlace {
  title: string;
  /** Who has it at this stage; null for the course's teachers. */
  office: string | null;
  moved: TrackPlace['moved'];
}

/** The place of a packet, in the names of its track; null where there is no track. */
export function stagePlace(track: Track, place: TrackPlace | null): StagePlace | null {
  const stage = stageOf(track, place);
  return stage && { title: stage.title, office: stage.office?.name ?? null, moved: place?.moved ?? null };
}

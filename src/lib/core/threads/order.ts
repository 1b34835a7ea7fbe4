import type { PostView } from './views';

/** What was said, with what was answered to it. */
export interface Said {
  post: PostView;
  answers: Said[];
}

/** How what was said is put in order: as it was said, or each with its answers below it. */
export const ORDERS = ['new', 'thread'] as const;
export type Order = (typeof ORDERS)[number];

/**
 * What was said in the order in which it is read; what is pinned stands first. By time each stands for itself; by thread each answer
 * stands below what it answers, and what answers something that is not there stands for itself.
 */
export function inOrder(posts: readonly PostView[], order: Order): Said[] {
  const said = new Map(posts.map((post) => [post.id, { post, answers: [] as Said[] }]));
  const roots: Said[] = [];
  for (const one of said.values()) {
    const answered = order === 'thread' ? said.get(one.post.answersTo?.id ?? '') : undefined;
    // Nobody answers what comes later: there is no ring.
    if (answered && answered.post.at <= one.post.at && answered !== one) answered.answers.push(one);
    else roots.push(one);
  }
  const pinned = roots.filter(({ post }) => post.pinned);
  return [...pinned, ...roots.filter(({ post }) => !post.pinned)];
}

import { lackingPost } from '../pieces/posted-words';
import type { Check } from './check';

/** What a place asks to be said on the open floor was said. */
export const posts: Check = {
  name: 'posts',
  title: 'What is asked for on the open floor was said',
  find: ({ deliverables, posted }) =>
    deliverables.flatMap(({ id, wants, optional }) =>
      // Whoever says nothing where nothing has to be said lacks nothing.
      wants.post && posted && !(optional && posted.words === 0 && posted.answered === 0)
        ? lackingPost(wants.post, posted).map((words) => ({ words, at: { place: id } }))
        : []
    )
};

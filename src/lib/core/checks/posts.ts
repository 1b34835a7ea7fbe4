import { lackingPost } from '../pieces/asked-post';
import type { Check } from './check';

/** What a place asks to be said on the open floor was said. */
export const posts: Check = {
  name: 'posts',
  title: 'What is asked for on the open floor was said',
  find: ({ deliverables, posted }) =>
    deliverables.flatMap(({ id, wants }) =>
      wants.post && posted ? lackingPost(wants.post, posted).map((words) => ({ words, at: { place: id } })) : []
    )
};

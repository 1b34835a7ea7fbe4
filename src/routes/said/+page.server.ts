import { z } from 'zod';
import { PIECE_REFUSALS } from '$core/pieces/refusals';
import { wordsOfRefusal } from '$core/refusals/registry';
import type { Actor } from '$core/people/policy';
import { assignmentOfPost, gatherPosts, gatherPostsOf } from '$server/gathering/said-as-work';
import { answerToAll, keepUnread, pin, takeDown } from '$server/threads/manage-post';
import { editPost, moveAside, unsay } from '$server/threads/change-post';
import { LARGEST_SAID, receiveSaid } from '$server/threads/receive-said';
import { action, streamedAction } from '../shared/action';
import { ownPath, signedIn } from '../shared/guard';
import type { Actions, RequestEvent } from './$types';

/** Nobody comes here by themselves: a form without a script shows here why it was refused. */
export const load = ({ locals, url }) => {
  signedIn(locals, url);
  return {};
};

const Post = z.object({ postId: z.uuid(), back: z.string().max(300).default('/') });
const Edit = Post.extend({ body: z.string().max(10_000).default(''), html: z.string().max(60_000).default('') });

/** What counts as work follows what was said. */
const asWork =
  <G extends { postId: string }, T>(change: (person: Actor, given: G) => Promise<T>) =>
  async (person: Actor, given: G): Promise<T> => {
    const at = await assignmentOfPost(given.postId);
    const done = await change(person, given);
    if (at !== null) await gatherPosts(person, at);
    return done;
  };

/** Without a script it goes on where it was said, and a refusal shows a way back there. */
const toPlace = {
  back: ({ back }: { back: string }, { url }: RequestEvent) => ownPath(back, url.origin),
  with: (_: unknown, { back }: { back: string }) => ({ back })
};

export const actions = {
  say: streamedAction(
    async (person, request) => {
      const { answer, back } = await receiveSaid(person, request);
      if (answer.ok) await gatherPostsOf(person, answer.id);
      return { ...answer, back };
    },
    {
      words: ({ why }) =>
        `${wordsOfRefusal(why, { largest: LARGEST_SAID })}${isPieceRefusal(why) ? ' Nothing was sent.' : ''}`,
      then: ({ leftOut }) => ({
        done: leftOut.length === 0 ? true : `Sent. Where it was taken is left out of ${leftOut.join(', ')}.`
      }),
      with: ({ back }) => ({ back }),
      back: (_, { url }, { back }) => ownPath(back, url.origin)
    }
  ),
  edit: action(Edit, asWork(editPost), toPlace),
  unsay: action(Post, asWork(unsay), toPlace),
  aside: action(Post, asWork(moveAside), toPlace),
  pin: action(Post.extend({ on: z.enum(['yes', 'no']).transform((on) => on === 'yes') }), pin, toPlace),
  takeDown: action(
    Post.extend({ why: z.string().trim().min(1, 'Say why: it stands in its place.').max(500) }),
    takeDown,
    toPlace
  ),
  unread: action(Post, keepUnread, toPlace),
  answerAll: action(
    Post.extend({
      question: z.string().trim().min(1, 'Write the question as everybody reads it.').max(4000),
      answer: z.string().trim().min(1, 'Write the answer first.').max(5000)
    }),
    answerToAll,
    toPlace
  )
} satisfies Actions;

const isPieceRefusal = (why: string) => (PIECE_REFUSALS as readonly string[]).includes(why);

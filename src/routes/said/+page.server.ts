import { z } from 'zod';
import { PIECE_REFUSALS } from '$core/pieces/refusals';
import { wordsOfRefusal } from '$core/refusals/registry';
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

/** Without a script it goes on where it was said, and a refusal shows a way back there. */
const toPlace = {
  back: ({ back }: { back: string }, { url }: RequestEvent) => ownPath(back, url.origin),
  with: (_: unknown, { back }: { back: string }) => ({ back })
};

export const actions = {
  say: streamedAction(
    async (person, request) => {
      const { answer, back } = await receiveSaid(person, request);
      return { ...answer, back };
    },
    {
      words: ({ why }) =>
        `${wordsOfRefusal(why, { largest: LARGEST_SAID })}${isPieceRefusal(why) ? ' Nothing was sent.' : ''}`,
      with: ({ back }) => ({ back }),
      back: (_, { url }, { back }) => ownPath(back, url.origin)
    }
  ),
  edit: action(Edit, editPost, toPlace),
  unsay: action(Post, unsay, toPlace),
  aside: action(Post, moveAside, toPlace)
} satisfies Actions;

const isPieceRefusal = (why: string) => (PIECE_REFUSALS as readonly string[]).includes(why);

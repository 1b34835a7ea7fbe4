import { z } from 'zod';
import { doubtWords } from '$core/links/words';
import { PAGE_SHAPES } from '$core/pieces/page-shapes';
import { wordsOfRefusal, type RefusalCode } from '$core/refusals/registry';
import type { Actor } from '$core/people/policy';
import { config } from '$server/config';
import { addLink as addLinkTo } from '$server/gathering/attach-link';
import { beginAnswers } from '$server/gathering/answer-questions';
import { takePortfolio } from '$server/portfolio/as-piece';
import { beginPage } from '$server/gathering/write-page';
import { receiveFiles } from '$server/gathering/receive-files';
import { takeFromShelf } from '$server/gathering/take-from-shelf';
import { discardUpload } from '$server/uploads/discard';
import { finishUpload } from '$server/uploads/finish';
import { action, streamedAction } from '../../shared/action';
import { Several } from '../../shared/fields';
import { withKept } from '../../shared/kept-words';
import type { RequestEvent } from './$types';

/** A place of the packet as forms say it: empty for the "also" place. */
export const PlaceId = z.union([z.literal('').transform(() => null), z.uuid()]);

const Key = z.string().min(8).max(50);
const LinkForm = z.object({
  deliverable: PlaceId,
  key: Key,
  url: z.string().trim().min(1, 'Write the address of the page first.').max(2000),
  title: z.string().trim().max(200).default(''),
  knowingly: z
    .literal('yes')
    .optional()
    .transform((said) => said === 'yes')
});
const PageForm = z.object({
  deliverable: PlaceId,
  key: Key,
  name: z.string().trim().min(1, 'Give the page a name.').max(200),
  as: z.enum(PAGE_SHAPES).default('page')
});
const TakeForm = z.object({
  deliverable: PlaceId,
  key: Key,
  fileIds: Several(z.array(z.uuid()).min(1, 'Choose at least one file.').max(50))
});
/** All of a portfolio by its id, or one page of it by both. */
const PortfolioForm = z.object({
  deliverable: PlaceId,
  key: Key,
  portfolio: z.string().regex(/^[0-9a-f-]{36}( [0-9a-f-]{36})?$/, 'Choose a portfolio.')
});

const words = (why: RefusalCode) => wordsOfRefusal(why, { largest: config.maxFileBytes });

export const gatherActions = {
  addFiles: streamedAction(
    async (person, request, { params }: RequestEvent) => {
      const { refused } = await receiveFiles(person, params.id, request);
      return refused.length > 0 ? { ok: false as const, why: 'some-refused', refused } : null;
    },
    {
      words: () => '',
      with: ({ refused }) => ({
        refusedFiles: refused.map(({ name, why }) => ({ name, words: withKept(why) }))
      }),
      back: (_, { url }) => `${url.pathname}#packet`
    }
  ),
  /** What is doubtful about a link comes back to be decided on. */
  addLink: action(
    LinkForm,
    (person, { deliverable, key, ...link }, { params }: RequestEvent) =>
      // The same form adds another address as another link.
      addLinkTo(person, {
        ...link,
        assignmentId: params.id,
        deliverableId: deliverable,
        key: `${key} ${link.url}`.slice(0, 80)
      }),
    {
      words: (refusal) => (refusal.why === 'not-fine' ? doubtWords(refusal.look.verdict) : words(refusal.why)),
      with: (refusal) => (refusal.why === 'not-fine' ? { doubt: { url: refusal.url, look: refusal.look } } : {})
    }
  ),
  /** Lays a page into a place, to be written on. */
  beginPage: action(
    PageForm.extend({ insteadOf: z.uuid().optional() }),
    (person, { deliverable, key, name, as, insteadOf }, { params }: RequestEvent) =>
      beginPage(person, {
        ...{ as, insteadOf },
        assignmentId: params.id,
        deliverableId: deliverable,
        name,
        key: `${key} ${name}`.slice(0, 60)
      }),
    { then: ({ pieceId }) => ({ done: true as const, began: pieceId }) }
  ),
  /** Lays a copy of a portfolio of one's own into a place, or of one page of it. */
  takePortfolio: action(PortfolioForm, (person, { deliverable, key, portfolio }, { params }: RequestEvent) => {
    const [portfolioId = '', pageId = null] = portfolio.split(' ');
    return takePortfolio(person, {
      ...{ assignmentId: params.id, deliverableId: deliverable, portfolioId, pageId },
      key: `${key} ${portfolio}`.slice(0, 140)
    });
  }),
  /** Begins to answer what is asked in a place. */
  beginAnswers: action(
    PageForm.extend({ deliverable: z.uuid() }),
    (person, { deliverable, key, name }, { params }: RequestEvent) =>
      beginAnswers(person, {
        assignmentId: params.id,
        deliverableId: deliverable,
        name,
        key: `${key} ${name}`.slice(0, 60)
      }),
    { then: ({ pieceId }) => ({ done: true as const, began: pieceId }) }
  ),
  /** Puts files of the Shelf into a place. */
  takeFromShelf: action(
    TakeForm,
    async (person, { deliverable, key, fileIds }, { params }: RequestEvent) => {
      const { refused } = await takeFromShelf(person, {
        assignmentId: params.id,
        deliverableId: deliverable,
        fileIds,
        key
      });
      return refused.length > 0 ? { ok: false as const, why: 'some-refused', refused } : null;
    },
    { words: ({ refused }) => refused.map(({ name, why }) => `${name}: ${words(why)}`).join(' ') }
  )
};

/** Takes an upload as it arrived, where its sender can no longer say what they sent. */
export function useAsArrived(person: Actor, { uploadId }: { uploadId: string }) {
  return finishUpload(person, { id: uploadId, sha256: null });
}

/** Gives up an upload that is on its way. */
export function giveUp(person: Actor, { uploadId }: { uploadId: string }) {
  return discardUpload(person, { id: uploadId });
}

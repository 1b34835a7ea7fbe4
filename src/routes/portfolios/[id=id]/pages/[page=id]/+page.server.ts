import { z } from 'zod';
import { Block, WIDTHS } from '$core/portfolio/blocks';
import { addBlock, changeBlock, moveBlock, putBlockBack, removeBlock } from '$server/portfolio/blocks';
import { readChoices } from '$server/portfolio/choices';
import { readFiles } from '$server/portfolio/files';
import { BlockFields } from '$server/portfolio/make-block';
import { ownPortfolio } from '$server/portfolio/own';
import { readReturnedWork } from '$server/portfolio/returned-work';
import { renamePage, Title } from '$server/portfolio/shape';
import { action } from '../../../../shared/action';
import { Several, Ticked } from '../../../../shared/fields';
import { notHere, orNotFound, signedIn } from '../../../../shared/guard';
import type { RequestEvent } from './$types';

export const load = async ({ locals, url, params }) => {
  const person = signedIn(locals, url);
  const own = await orNotFound(ownPortfolio(person, params.id));
  const page = own.pages.find(({ id }) => id === params.page) ?? notHere();
  const [files, choices, works] = await Promise.all([readFiles(own.id), readChoices(person), readReturnedWork(person)]);
  const { id, title, published } = own;
  return { portfolio: { id, title, published }, page, files, shelf: choices.files, works };
};

const at = <T extends object>(given: T, { params }: RequestEvent) => ({ ...given, id: params.id, pageId: params.page });
const Kind = z.enum(Block.options.map((option) => option.shape.kind.value) as [Block['kind'], ...Block['kind'][]]);
const One = z.object({ blockId: z.uuid() });

const Add = BlockFields.extend({
  kind: Kind,
  fileIds: Several(z.array(z.uuid().or(z.literal(''))).max(60)).transform((ids) => ids.filter((id) => id !== '')),
  remarks: Ticked
});
const Change = One.extend({
  title: BlockFields.shape.title,
  width: z.enum(WIDTHS).default('whole'),
  caption: BlockFields.shape.caption,
  text: BlockFields.shape.text,
  captions: Several(z.array(z.string().trim().max(500)).max(60))
});

export const actions = {
  rename: action(z.object({ title: Title }), (person, given, event: RequestEvent) =>
    renamePage(person, at(given, event))
  ),
  add: action(Add, (person, given, event: RequestEvent) => addBlock(person, at(given, event)), {
    then: () => ({ done: 'It stands at the end of the page.' })
  }),
  change: action(Change, (person, given, event: RequestEvent) => changeBlock(person, at(given, event)), {
    then: () => ({ done: 'Kept.' })
  }),
  move: action(One.extend({ to: z.coerce.number().int().min(0).max(200) }), (person, given, event: RequestEvent) =>
    moveBlock(person, at(given, event))
  ),
  takeOff: action(One, (person, given, event: RequestEvent) => removeBlock(person, at(given, event)), {
    then: () => ({ done: true as const, takenOff: true })
  }),
  putBack: action(z.object({}), (person, given, event: RequestEvent) => putBlockBack(person, at(given, event)))
};

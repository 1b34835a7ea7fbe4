import type { Component } from 'svelte';
import type { IconName } from '$ui/icons/drawings';
import type { BytesPiece, PieceView } from '$core/pieces/piece';
import { takesKind } from '$core/pieces/fit';
import { shapesFor, TEXT_FORMS, type PageShape } from '$core/pieces/page-shapes';
import { bytesOf } from '$core/pieces/registry';
import { takesTypes } from '$core/pieces/takes-types';
import type { DeliverableView } from '$core/packets/views';

/** A place that is being filled, as every way of filling it is given it. */
export interface Filling {
  assignmentId: string;
  place: Omit<DeliverableView, 'id'> & { id: string | null };
  pieces: readonly PieceView[];
  formKey: string;
  /** Most bytes that a file may have here. */
  largest: number;
  /** It holds as many as it takes. */
  full: boolean;
  /** An address that was dropped or pasted. */
  pasted: string;
}

/** A way of filling a place, besides choosing files: a button that unfolds a panel, which is fetched when it is opened. */
export interface Way {
  key: string;
  icon: IconName;
  label: string;
  /** What it is called at a place where that says more. */
  labelAt?: (at: Filling) => string;
  /** What the button says to those who do not see where it stands. */
  said: (title: string) => string;
  offered: (at: Filling) => boolean;
  panel: () => Promise<{ default: Component<{ at: Filling; close: () => void }> }>;
}

const into = (title: string) => `into ${title}`;

export const WAYS: readonly Way[] = [
  {
    key: 'answer',
    icon: 'list-checks',
    label: 'Answer the questions',
    said: into,
    offered: ({ place, full }) => !full && (place.questions ?? 0) > 0,
    panel: () => import('./ways/AnswerIt.svelte')
  },
  {
    key: 'shelf',
    icon: 'library',
    label: 'From the Shelf',
    said: into,
    offered: ({ place, full }) => !full && takesKind('file', place.wants),
    panel: () => import('./ways/FromShelf.svelte')
  },
  {
    key: 'link',
    icon: 'link',
    label: 'A link',
    said: into,
    offered: ({ place, full }) => !full && takesKind('link', place.wants),
    panel: () => import('./ways/ALink.svelte')
  },
  {
    key: 'write',
    icon: 'pen-line',
    label: 'Write it here',
    labelAt: ({ place }) => (place.starter ? 'Fill in the starter' : MADE_HERE[shapesOf(place)[0] ?? 'page']),
    said: into,
    offered: ({ place, full }) => !full && shapesOf(place).length > 0 && takesKind('page', place.wants),
    panel: () => import('./ways/WriteIt.svelte')
  },
  {
    key: 'portfolio',
    icon: 'gallery-vertical-end',
    label: 'Of a portfolio',
    said: into,
    offered: ({ place, full }) => !full && takesTypes(place.wants, TEXT_FORMS) && takesKind('page', place.wants),
    panel: () => import('./ways/APortfolio.svelte')
  },
  {
    key: 'scan',
    icon: 'scan-text',
    label: 'Scan sheets',
    said: into,
    offered: ({ place, full }) =>
      !full && takesTypes(place.wants, ['pdf', 'jpg', 'jpeg', 'png']) && takesKind('scan', place.wants),
    panel: () => import('./ways/ScanSheets.svelte')
  },
  {
    key: 'record',
    icon: 'mic',
    label: 'Record',
    said: into,
    offered: ({ place, full }) => !full && takesTypes(place.wants, RECORDED) && takesKind('recording', place.wants),
    panel: () => import('./ways/RecordIt.svelte')
  },
  {
    key: 'combine',
    icon: 'combine',
    label: 'Combine or shrink',
    said: (title) => `what lies in ${title}`,
    offered: ({ pieces }) => mergeable(pieces).length > 0,
    panel: () => import('./ways/CombineThem.svelte')
  }
];

/** Pictures and PDFs: what can be combined or made smaller. */
export const mergeable = (pieces: readonly PieceView[]): BytesPiece[] =>
  pieces.flatMap((piece) => {
    const bytes = bytesOf(piece);
    return bytes && /^(image\/|application\/pdf)/.test(bytes.mediaType) ? bytes : [];
  });

/** What can be begun in a place; what is prepared for one is a page, whatever else the place takes. */
export const shapesOf = ({ wants, starter }: Filling['place']): PageShape[] => (starter ? ['page'] : shapesFor(wants));

/** Said where nothing else can be made. */
const MADE_HERE: Record<PageShape, string> = {
  page: 'Write it here',
  deck: 'Make a deck here',
  sheet: 'Make a sheet here',
  drawing: 'Draw it here'
};

/** What browsers record into. A place that wants other types does not offer what it would refuse. */
const RECORDED = ['webm', 'ogg', 'mp4', 'm4a'];

import type { Component } from 'svelte';
import type { IconName } from '$ui/icons/drawings';
import type { PieceKind } from '$core/pieces/kinds';
import type { PieceView } from '$core/pieces/piece';
import AnswersAbout from './AnswersAbout.svelte';
import BytesAbout from './BytesAbout.svelte';
import BytesHead from './BytesHead.svelte';
import LinkAbout from './LinkAbout.svelte';
import LinkHead from './LinkHead.svelte';
import PageAbout from './PageAbout.svelte';
import PortfolioAbout from './PortfolioAbout.svelte';
import RecordingAbout from './RecordingAbout.svelte';

/** What the parts of a row are given. */
export interface RowPart {
  piece: PieceView;
  /** Where the piece is fetched from. */
  address: string;
  editable: boolean;
  /** The student's own site, where this link does not lie on it. */
  elsewhere: string | null;
}

/** How a kind of piece looks in a list: its mark, its name with where that leads, and what is said below it. */
interface Row {
  icon: IconName;
  head: Component<RowPart>;
  about: Component<RowPart>;
  /** The piece itself is shown in its row: it need not be opened to be met. */
  inRow?: true;
}

const ROWS: Record<PieceKind, Row> = {
  file: { icon: 'file-text', head: BytesHead, about: BytesAbout },
  scan: { icon: 'scan-text', head: BytesHead, about: BytesAbout },
  recording: { icon: 'mic', head: BytesHead, about: RecordingAbout, inRow: true },
  answers: { icon: 'list-checks', head: BytesHead, about: AnswersAbout },
  page: { icon: 'pen-line', head: BytesHead, about: PageAbout },
  post: { icon: 'messages-square', head: BytesHead, about: BytesAbout },
  portfolio: { icon: 'gallery-vertical-end', head: BytesHead, about: PortfolioAbout },
  link: { icon: 'link', head: LinkHead, about: LinkAbout }
};

export const rowOf = (piece: PieceView): Row => ROWS[piece.kind];

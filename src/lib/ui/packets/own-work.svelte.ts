import type { FloorKept } from '$core/threads/views';
import { createContext } from 'svelte';
import type { GuidanceView } from '$core/assignments/guidance';
import type { Found, Situation } from '$core/checks/check';
import { foundBecauseOf, runChecks } from '$core/checks/run-checks';
import type { CreditUnit, Judged } from '$core/judging/credits';
import { isSubmitted } from '$core/judging/registry';
import type { Choosing, Together } from '$core/parties/views';
import { asWritten, linksOn, pageAmong, type Written } from '$core/pieces/as-written';
import { areOldForSubmit } from '$core/pieces/old-links';
import { submitBy } from '$core/courses/pace';
import { allowed } from '$core/packets/allowed';
import type { Custody, Holding } from '$core/packets/custody';
import { fullness } from '$core/pieces/places';
import type { Meeting } from '$core/marking/meeting';
import type { WaitReminder } from '$core/marking/waiting';
import type { TrackMove } from '$core/packets/track-moves';
import type { DeliverableView, MarkView, RoundView, UnderWay } from '$core/packets/views';
import type { PieceView } from '$core/pieces/piece';
import type { Uploads } from '$ui/uploads/uploads.svelte';

/** What a student reads of an assignment, with their own packet. */
export interface StudentView {
  facts: {
    assignmentId: string;
    title: string;
    points: number | null;
    due: number | null;
    alsoOpen: boolean;
    followsDrafts: boolean;
    strict: string[];
    weight: number | null;
    passBy: number | null;
    expectedMinutes: number | null;
    courseTitle: string;
    courseSlug: string;
    emblem: string;
    zone: string;
    creditTarget: number | null;
    creditUnit: CreditUnit;
  };
  /** With whom it is handed over; null for whoever does alone. */
  floorKept: FloorKept;
  together: Together | null;
  choosing: Choosing | null;
  unitTitle: string | null;
  briefHtml: string;
  deliverables: DeliverableView[];
  teachers: string[];
  guidance: GuidanceView;
  /** Files bound for this packet that have not become pieces yet. */
  underWay: UnderWay[];
  ownSite: string | null;
  packet: {
    id: string | null;
    custody: Custody;
    holding: Holding;
    pieces: PieceView[];
    rounds: RoundView[];
    marks: MarkView[];
    moves: TrackMove[];
    credits: Judged[];
    reminders: WaitReminder[];
    meetings: Meeting[];
    now: number;
  };
  /** New with every reading of the page: tells its forms from those of another reading. */
  key: string;
  largestFile: number;
}

/** A student's work on one assignment, with what follows from it: the parts of its page read it here. */
export class OwnWork {
  #read: () => StudentView;
  #uploads: Uploads;

  constructor(read: () => StudentView, uploads: Uploads) {
    this.#read = read;
    this.#uploads = uploads;
  }

  view = $derived.by(() => this.#read());
  packet = $derived(this.view.packet);
  facts = $derived(this.view.facts);

  /** Places for which files are on their way, from here or elsewhere. */
  coming = $derived.by(() => this.#uploads.boundFor(this.facts.assignmentId, this.view.underWay));

  /** What the student should look at before they submit. */
  found = $derived.by(() => runChecks(this.#situation()));

  /** What of that is to be said of a page while it is written. */
  foundWhile(pieceId: string, written: Written): Found[] {
    const page = pageAmong(this.packet.pieces, pieceId);
    return page ? foundBecauseOf(asWritten(page, written), this.#situation()) : [];
  }

  /** Addresses on a page of which it is not known where they lead to. */
  unseenLinks(pieceId: string, page: Written['page']): string[] {
    const known = pageAmong(this.packet.pieces, pieceId)?.links ?? [];
    return linksOn(page, known).flatMap(({ url, at }) => (at === null ? [url] : []));
  }

  #situation(): Situation {
    const { view, packet, facts, coming } = this;
    return {
      custody: packet.custody,
      deliverables: view.deliverables,
      pieces: packet.pieces,
      mustDo: view.guidance.mustDo,
      ownSite: view.ownSite,
      coming,
      comingSeconds: this.#uploads.secondsLeft(facts.assignmentId),
      title: facts.title,
      others: view.guidance.others,
      strict: facts.strict,
      courseZone: facts.zone,
      submitBy: this.submitBy?.at ?? null,
      posted: view.floorKept.posted,
      openParts: view.together?.openParts,
      unlooked: view.together?.members.flatMap(({ me, looked, name }) => (me || looked ? [] : [name])),
      now: packet.now
    };
  }

  /**
   * Reads what is on its way from here, so that it can be sealed; null where nothing is, or nothing may follow. Only what
   * this tab sends can be: of anything else nobody here knows what it is.
   */
  seal = $derived.by(() => {
    const { assignmentId } = this.facts;
    const may = this.coming.length > 0 && this.packet.custody.terms.followMinutes > 0;
    return may && this.#uploads.sendsFor(assignmentId) ? () => this.#uploads.readFor(assignmentId) : null;
  });

  /** Where it must be passed by a moment that lies ahead: by when to submit so that one more round fits. */
  submitBy = $derived.by(() => {
    const { passBy, zone } = this.facts;
    const { pace, pauses } = this.view.guidance;
    const { custody, now } = this.packet;
    const open = passBy !== null && passBy > now && custody.phase !== 'settled';
    return open ? submitBy(passBy, pace, pauses, zone) : null;
  });

  /** What is to change in the round that is worked on: the remarks on the one that came back last. */
  toChange = $derived.by(() => {
    const { custody, rounds } = this.packet;
    if (custody.phase !== 'another-round') return [];
    return rounds.find(({ state }) => state === 'returned')?.remarks ?? [];
  });

  editable = $derived.by(() => allowed(this.packet.custody, { do: 'add-piece', piece: '' }, this.packet.now).ok);
  full = $derived.by(() => fullness(this.view.deliverables, this.packet.pieces));
  /** Nothing is submitted here: the student's own word settles it. */
  declared = $derived.by(() => !isSubmitted(this.packet.custody.terms.settles));
  /** Some links were not looked at within the last minutes. */
  linksOld = $derived.by(() => areOldForSubmit(this.packet.pieces, this.packet.now));
  /** The number of the standing round's receipt. */
  receipt = $derived.by(
    () => this.packet.rounds.find(({ no }) => no === this.packet.custody.standing)?.receipt ?? null
  );
}

export const [getOwnWork, setOwnWork] = createContext<OwnWork>();

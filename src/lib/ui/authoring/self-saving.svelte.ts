import type { AssignmentDraft } from '$core/assignments/draft';
import type { Moment } from '$core/time/moment';

/** What became of an attempt to keep what is being written. */
export type Kept = { kept: true; version: number; at: Moment } | { kept: false; problem: string } | 'unreached';
/** Keeps what is being written; the page gives it. `known` is null to keep it whatever another window has kept. */
export type Hold = (draft: string, known: number | null) => Promise<Kept>;

export type Saving =
  | { state: 'as-begun' }
  | { state: 'keeping' }
  | { state: 'kept'; at: Moment }
  /** The line is down. It is tried again. */
  | { state: 'unreached' }
  /** Another window has kept something else. */
  | { state: 'elsewhere'; problem: string };

/** Milliseconds without a key before what was written is kept; and before it is tried again where it could not be. */
const PAUSE = 900;
const AGAIN = 4000;

/**
 * Keeps what is being written as it is written. To be called while a component is set up.
 *
 * @param start the version that the page began from; 0 where nothing was kept
 */
export function selfSaving(draft: () => AssignmentDraft, hold: Hold, start: { version: number; at: Moment | null }) {
  let saving = $state.raw<Saving>(start.at === null ? { state: 'as-begun' } : { state: 'kept', at: start.at });
  let version = start.version;
  let known = JSON.stringify(draft());
  let under = Promise.resolve();
  let stopped = false;
  const text = $derived(JSON.stringify(draft()));

  async function keep(what: string, over: boolean): Promise<void> {
    if (stopped || (what === known && !over)) return;
    saving = { state: 'keeping' };
    const answer = await hold(what, over ? null : version);
    if (answer === 'unreached') saving = { state: 'unreached' };
    else if (!answer.kept) saving = { state: 'elsewhere', problem: answer.problem };
    else {
      known = what;
      version = answer.version;
      saving = { state: 'kept', at: answer.at };
    }
  }
  const next = (over = false) => (under = under.then(() => keep(text, over)));

  $effect(() => {
    if (text === known || saving.state === 'elsewhere') return;
    const timer = setTimeout(next, saving.state === 'unreached' ? AGAIN : PAUSE);
    return () => clearTimeout(timer);
  });

  // Whoever puts the page away has written what they wanted to.
  $effect(() => {
    const away = () => {
      if (document.visibilityState === 'hidden' && saving.state !== 'elsewhere') void next();
    };
    document.addEventListener('visibilitychange', away);
    return () => document.removeEventListener('visibilitychange', away);
  });

  return {
    get now() {
      return saving;
    },
    /** Keeps this one, whatever another window has kept. */
    keepThis: () => next(true),
    /** Nothing is kept from here on: it is being set. What is on its way is waited for. */
    stop: () => {
      stopped = true;
      return under;
    },
    goOn: () => (stopped = false)
  };
}

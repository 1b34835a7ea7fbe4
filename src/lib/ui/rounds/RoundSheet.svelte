<script lang="ts">
  import { getZone, getNow } from '$ui/time/reader';
  import type { RoundState } from '$core/packets/custody';
  import { roundTimeliness } from '$core/packets/due';
  import { arrivedWords } from '$core/packets/seal-words';
  import type { RoundView } from '$core/packets/views';
  import { dayToTheSecond } from '$core/time/words';
  import PieceList from '$ui/pieces/PieceList.svelte';

  interface Props {
    round: RoundView;
    places: ReadonlyArray<{ id: string; title: string }>;
    reader: 'student' | 'teacher';
    /** Its result is the one that counts, or will be. */
    counts?: boolean;
    /** Of the heading that names it. */
    level?: 2 | 3;
  }
  /** A round as it was submitted. The student and the teacher see the very same. */
  const { round, places, reader, counts = false, level = 3 }: Props = $props();
  const zone = $derived.by(getZone());
  const now = $derived.by(getNow());

  const STATES: Record<RoundState, string> = {
    standing: 'Standing',
    superseded: 'Replaced by a later round',
    'taken-back': 'Taken back',
    returned: 'Given back, to be worked on',
    settled: 'Settled'
  };
  const STUDENT_STATES: Partial<Record<RoundState, string>> = { standing: 'Standing: your teacher has this one' };
  const stateWords = $derived((reader === 'student' && STUDENT_STATES[round.state]) || STATES[round.state]);
  const timely = $derived(roundTimeliness(round.lateSeconds, round.due));
  const arrived = $derived(arrivedWords(round.arrivedAt, zone));
</script>

<div class="flex flex-wrap items-baseline gap-x-4">
  <svelte:element this={`h${level}`} class="text-lg font-semibold">Round {round.no}</svelte:element>
  <span
    >{stateWords}{#if counts}, the one that counts{/if}</span
  >
  <span class="ml-auto text-sm">
    <time datetime={new Date(round.submittedAt).toISOString()}>
      Received {dayToTheSecond(round.submittedAt, zone, now)}
    </time>{#if arrived}, {arrived}{/if}
    · {timely.words}{#if round.kept < 1}, keeps {Math.round(round.kept * 100)} % of the points{/if}
  </span>
</div>
{#if round.note}<p class="mt-1 border-l-4 border-base-300 pl-3 whitespace-pre-wrap">{round.note}</p>{/if}
{#if round.pieces.length === 0}
  <p class="mt-1">Declared finished, without pieces.</p>
{:else}
  <PieceList pieces={round.pieces} from="submitted" {places} />
{/if}

<script lang="ts">
  import type { RoundState } from '$core/packets/custody';
  import { roundTimeliness } from '$core/packets/due';
  import type { RoundView } from '$core/packets/views';
  import { dayToTheSecond } from '$core/time/words';
  import PieceList from '$ui/packets/PieceList.svelte';

  interface Props {
    rounds: readonly RoundView[];
    places: ReadonlyArray<{ id: string; title: string }>;
    zone: string;
    now: number;
    reader?: 'student' | 'teacher';
  }
  const { rounds, places, zone, now, reader = 'student' }: Props = $props();

  const STATES: Record<RoundState, string> = {
    standing: 'Standing',
    superseded: 'Replaced by a later round',
    'taken-back': 'Taken back',
    returned: 'Returned for another round',
    settled: 'Settled'
  };
  const STUDENT_STATES: Partial<Record<RoundState, string>> = { standing: 'Standing: your teacher has this one' };
  const stateWords = (state: RoundState) => (reader === 'student' && STUDENT_STATES[state]) || STATES[state];
</script>

<ol class="grid gap-3">
  {#each rounds as round (round.no)}
    {@const timely = roundTimeliness(round.lateSeconds, round.due)}
    <li
      class="rounded border border-base-300 bg-base-100 p-4 {round.state === 'standing'
        ? 'border-l-4 border-l-primary'
        : ''}"
    >
      <div class="flex flex-wrap items-baseline gap-x-4">
        <h3 class="text-lg font-semibold">Round {round.no}</h3>
        <span>{stateWords(round.state)}</span>
        <span class="ml-auto text-sm">
          <time datetime={new Date(round.submittedAt).toISOString()}>
            Received {dayToTheSecond(round.submittedAt, zone, now)}
          </time>
          · {timely.words}{#if round.kept < 1}, keeps {Math.round(round.kept * 100)} % of the points{/if}
        </span>
      </div>
      <PieceList pieces={round.pieces} from="submitted" {places} />
      {#if round.receipt}<p class="mt-2 text-sm">
          <a class="link" href="/receipts/{round.receipt}">Receipt {round.receipt}</a>
        </p>{/if}
    </li>
  {/each}
</ol>

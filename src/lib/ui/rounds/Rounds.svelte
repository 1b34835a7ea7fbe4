<script lang="ts">
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { getNow } from '$ui/time/reader';
  import { allowed } from '$core/packets/allowed';
  import type { Custody } from '$core/packets/custody';
  import type { RoundView } from '$core/packets/views';
  import RoundSheet from './RoundSheet.svelte';

  interface Props {
    rounds: readonly RoundView[];
    packetId: string;
    places: ReadonlyArray<{ id: string; title: string }>;
    reader?: 'student' | 'teacher';
    /** The student's own custody, for what can be done with a round; null where a teacher reads. */
    custody?: Custody | null;
    /** The round whose result counts, where one does. */
    counting?: number | null;
  }
  const { rounds, packetId, places, reader = 'student', custody = null, counting = null }: Props = $props();
  const now = $derived.by(getNow());
  const mayRestore = $derived(custody !== null && allowed(custody, { do: 'add-piece', piece: '' }, now).ok);
  const mayNominate = (round: number) =>
    custody !== null && custody.nominated !== round && allowed(custody, { do: 'nominate', round }, now).ok;
  const before = (no: number) => rounds.find((round) => round.no < no)?.no ?? null;
</script>

<ol class="grid gap-3">
  {#each rounds as round (round.no)}
    {@const earlier = before(round.no)}
    <li
      class="rounded border border-base-300 bg-base-100 p-4 {round.state === 'standing'
        ? 'border-l-4 border-l-primary'
        : ''}"
    >
      <RoundSheet {round} {places} {reader} counts={counting === round.no} />
      <p class="mt-2 flex flex-wrap items-center gap-x-5 gap-y-1 text-sm">
        {#if round.receipt}<a class="link" href="/receipts/{round.receipt}">Receipt {round.receipt}</a>{/if}
        {#if reader === 'student'}<a class="link" href="/rounds/{packetId}/{round.no}">As your teacher sees it</a>{/if}
        {#if earlier !== null}<a class="link" href="/rounds/{packetId}/{round.no}?beside={earlier}"
            >Compare with round {earlier}</a
          >{/if}
      </p>
      {#if (mayRestore && round.pieces.length > 0) || mayNominate(round.no)}
        <div class="mt-3 flex flex-wrap items-center gap-2 border-t border-base-300 pt-3">
          {#if mayNominate(round.no)}
            <OneButton action="?/nominate" fields={{ round: round.no }}>Let round {round.no} count</OneButton>
          {/if}
          {#if mayRestore && round.pieces.length > 0}
            <details>
              <summary class="btn btn-sm">Use its pieces again …</summary>
              <div class="mt-2 grid gap-2">
                {#each round.pieces as piece (piece.id)}
                  <OneButton action="?/restore" fields={{ round: round.no, pieceId: piece.id }} class="link text-left"
                    >Put {piece.name} back into the packet</OneButton
                  >
                {/each}
                <OneButton action="?/restore" fields={{ round: round.no }}
                  >Put the whole round back, in place of what lies in the packet</OneButton
                >
                <p class="text-sm">What leaves the packet stays on your Shelf.</p>
              </div>
            </details>
          {/if}
        </div>
      {/if}
    </li>
  {/each}
</ol>

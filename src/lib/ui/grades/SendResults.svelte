<script lang="ts">
  import { absolute } from '$core/time/words';
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { getNow, getZone } from '$ui/time/reader';

  interface Props {
    sent: ReadonlyArray<{
      id: string;
      at: number;
      by: string;
      students: number;
      confirmedAt: number | null;
      confirmedBy: string | null;
      declined: string | null;
    }>;
    spreadShown: boolean;
  }
  /** What goes from the grade book to others: final results to the school's register, and the spread to the class. */
  const { sent, spreadShown }: Props = $props();
  const zone = getZone();
  const now = $derived.by(getNow());
</script>

<section class="mt-8 grid gap-6 sm:grid-cols-2" aria-label="From the grade book to others">
  <div class="rounded bg-base-100 p-4">
    <h3 class="text-lg font-semibold">To the school’s register</h3>
    <p class="my-2 text-sm">
      Sends every result as it is now to the office, as one table. What changes later changes nothing of what was sent.
    </p>
    <OneButton action="?/send">Send the final results</OneButton>
    <ul class="mt-3 grid gap-1 text-sm">
      {#each sent as one (one.id)}
        <li>
          {one.students === 1 ? 'One result' : `${one.students} results`}, {absolute(one.at, zone(), now)}:
          {#if one.confirmedAt === null}waits for the office
          {:else if one.declined === null}the register has it, {one.confirmedBy}, {absolute(
              one.confirmedAt,
              zone(),
              now
            )}
          {:else}given back by {one.confirmedBy}: “{one.declined}”{/if}
          <a class="link" href="/school/results/{one.id}/csv" download>as CSV</a>
        </li>
      {:else}<li>Nothing was sent yet.</li>{/each}
    </ul>
  </div>
  <div class="rounded bg-base-100 p-4">
    <h3 class="text-lg font-semibold">To the class</h3>
    <p class="my-2 text-sm">
      {spreadShown
        ? 'Students see how results of an assignment are spread, where ten of them or more stand.'
        : 'Students see their own results alone.'}
    </p>
    <OneButton action="?/spread" fields={{ shown: spreadShown ? 'no' : 'yes' }}
      >{spreadShown ? 'Do not show the spread' : 'Show how results are spread'}</OneButton
    >
  </div>
</section>

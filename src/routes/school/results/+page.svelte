<script lang="ts">
  import { absolute } from '$core/time/words';
  import { act } from '$ui/forms/act';
  import Answered from '$ui/primitives/Answered.svelte';
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import { getNow, getZone } from '$ui/time/reader';

  const { data, form } = $props();
  const zone = getZone();
  const now = $derived.by(getNow());
</script>

<svelte:head><title>Final results · Vendro</title></svelte:head>
<h1 class="mb-1 page-title">Final results</h1>
<p class="mb-4 max-w-prose">
  What teachers sent for the school’s register. Take the file over, then confirm it: the teacher sees that you have it.
</p>
<Answered {form} />
{#if data.sent.length === 0}<EmptyState><p>Nothing was sent yet. What teachers send stands here.</p></EmptyState>{/if}
<ul class="grid gap-3">
  {#each data.sent as one (one.id)}
    <li class="rounded border border-base-300 bg-base-100 p-4">
      <h2 class="text-lg font-semibold">{one.course}</h2>
      <p class="text-sm">
        {one.students === 1 ? 'One result' : `${one.students} results`}, sent by {one.by}, {absolute(
          one.at,
          zone(),
          now
        )}
      </p>
      <p class="my-2">
        <a class="btn btn-sm" href="/school/results/{one.id}/csv" download
          >As CSV<span class="sr-only">: {one.course}</span></a
        >
      </p>
      {#if one.confirmedAt !== null}
        <p>
          {one.declined === null ? 'Confirmed' : 'Given back'} by {one.confirmedBy}, {absolute(
            one.confirmedAt,
            zone(),
            now
          )}{one.declined === null ? '' : `: “${one.declined}”`}
        </p>
      {:else}
        <div class="flex flex-wrap items-end gap-3">
          <form method="post" action="?/answer" use:act>
            <input type="hidden" name="id" value={one.id} /><input type="hidden" name="declined" value="" />
            <button class="btn btn-primary btn-sm"
              >The register has it<span class="sr-only">: {one.course}</span></button
            >
          </form>
          <form method="post" action="?/answer" use:act class="flex flex-wrap items-end gap-2">
            <input type="hidden" name="id" value={one.id} />
            <label class="text-sm"
              >Or what is wrong with it
              <input class="input mt-1 block input-sm" name="declined" required maxlength="500" /></label
            >
            <button class="btn btn-sm">Give it back</button>
          </form>
        </div>
      {/if}
    </li>
  {/each}
</ul>

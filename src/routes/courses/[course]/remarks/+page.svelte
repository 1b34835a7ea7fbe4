<script lang="ts">
  import { anchorWords } from '$core/remarks/remarks';
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import When from '$ui/time/When.svelte';

  const { data } = $props();
  let sought = $state('');
  const shown = $derived(data.remarks.filter(({ body }) => body.toLowerCase().includes(sought.trim().toLowerCase())));
</script>

<svelte:head><title>Remarks on your work: {data.course.title} · Vendro</title></svelte:head>
<h2 class="mb-3 text-2xl font-semibold">Remarks on your work</h2>
{#if data.remarks.length === 0}
  <EmptyState>
    <p>
      Nothing was remarked on your work in this course yet. What your teachers say of it stands here once it comes back.
    </p>
  </EmptyState>
{:else}
  {#if data.again.length > 0}
    <section class="mb-5" aria-labelledby="again">
      <h3 id="again" class="font-sans font-semibold">What keeps coming back</h3>
      <ul class="mt-1 flex flex-wrap gap-2">
        {#each data.again as { words, times } (words)}
          <li>
            <button
              type="button"
              class="btn btn-sm aria-pressed:btn-neutral"
              aria-pressed={sought === words}
              onclick={() => (sought = sought === words ? '' : words)}>“{words}”, in {times} remarks</button
            >
          </li>
        {/each}
      </ul>
    </section>
  {/if}
  <label class="mb-4 block"
    >Find in them <input type="search" class="input ml-1 w-64 max-w-full input-sm" bind:value={sought} /></label
  >
  <ol class="grid gap-4">
    {#each shown as remark (remark.id)}
      <li class="border-l-4 border-base-300 bg-base-100 px-4 py-3">
        <p class="text-sm">
          <a class="link font-semibold" href="/assignments/{remark.assignmentId}#came-back">{remark.title}</a
          >{#if remark.round !== null}, round {remark.round}{/if}
          · {remark.by}, <When moment={remark.at} both={false} />{#if remark.dealt}, dealt with{/if}
        </p>
        {#if remark.anchor}<p class="mt-1 text-sm wrap-anywhere opacity-85">
            {anchorWords(remark.anchor)}, {remark.piece}
          </p>{/if}
        <p class="mt-1 max-w-prose wrap-anywhere whitespace-pre-line">{remark.body}</p>
      </li>
    {/each}
  </ol>
  {#if shown.length === 0}<p role="status">No remark says that.</p>{/if}
{/if}

<script lang="ts">
  import type { OwnReading, ReadBy } from '$core/peers/views';
  import When from '$ui/time/When.svelte';

  interface Props {
    /** Works that the student was given to read. */
    reading: readonly OwnReading[];
    /** What was said of theirs, once it is shown. */
    readBy: readonly ReadBy[];
  }
  /** Reading each other's works: what there is to read, and what was said of one's own. */
  const { reading, readBy }: Props = $props();
  const open = $derived(reading.filter(({ doneAt }) => doneAt === null).length);
</script>

{#if reading.length > 0}
  <section id="reading" aria-labelledby="reading-title">
    <h2 id="reading-title" class="mb-1 text-xl font-semibold">Works of classmates to read</h2>
    <p>
      {open === 0
        ? 'You have read all of them.'
        : open === 1
          ? '1 is still to be read.'
          : `${open} are still to be read.`}
    </p>
    <ul class="mt-2 divide-y divide-base-300 border-y border-base-300">
      {#each reading as { id, whose, doneAt }, i (id)}
        <li class="flex flex-wrap items-center gap-x-4 bg-base-100 px-3 py-2">
          <a class="link font-semibold" href="/reading/{id}"
            >{whose}{reading.length > 1 ? `, ${i + 1} of ${reading.length}` : ''}</a
          >
          <span class="text-sm md:ml-auto"
            >{#if doneAt === null}Still to be read{:else}Read <When moment={doneAt} both={false} />{/if}</span
          >
        </li>
      {/each}
    </ul>
  </section>
{/if}
{#if readBy.length > 0}
  <section id="read-by" aria-labelledby="read-by-title">
    <h2 id="read-by-title" class="mb-2 text-xl font-semibold">What classmates said of yours</h2>
    <p class="mb-2 text-sm">Their remarks stand in their places on your round.</p>
    {#each readBy as { id, by, words, levels, doneAt } (id)}
      <article class="mb-2 rounded border border-base-300 bg-base-100 p-4">
        <p class="flex flex-wrap gap-x-4">
          <b>{by}</b><span class="ml-auto text-sm"><When moment={doneAt} both={false} /></span>
        </p>
        <p class="max-w-prose whitespace-pre-line">{words}</p>
        {#each levels as { title, level } (title)}<p class="text-sm">
            {title}: <b class="font-medium">{level}</b>
          </p>{/each}
      </article>
    {/each}
  </section>
{/if}

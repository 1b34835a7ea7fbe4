<script lang="ts">
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import { getZone, getNow } from '$ui/time/reader';
  import { groupTidings } from '$core/tidings/groups';
  import type { Tiding } from '$core/tidings/views';
  import { groupWords, tidingWords } from '$core/tidings/words';
  import { absolute } from '$core/time/words';
  import { act } from '$ui/forms/act';
  import When from '$ui/time/When.svelte';

  interface Props {
    tidings: Tiding[];
    next: number | null;
    later: boolean;
  }
  /** What happened, the newest first; what belongs together is one. */
  const { tidings, next, later }: Props = $props();
  const zone = $derived.by(getZone());
  const now = $derived.by(getNow());
  const groups = $derived(groupTidings(tidings));
  const unread = $derived(tidings.some((one) => one.unread));
</script>

<div class="mx-auto max-w-3xl px-4 pt-6 pb-16">
  <div class="mb-4 flex flex-wrap items-baseline gap-x-6 gap-y-2">
    <h1 class="page-title">Tidings</h1>
    <a class="link text-sm" href="/tidings/mail">What comes by mail</a>
    {#if unread}
      <form method="post" action="?/read" use:act class="ml-auto">
        <button class="btn btn-sm">Count all as read</button>
      </form>
    {/if}
  </div>
  {#if groups.length === 0}
    <EmptyState
      ><p>
        {later
          ? 'There is nothing older.'
          : 'Nothing has happened yet. When something comes back or somebody writes to you, it stands here.'}
      </p></EmptyState
    >
  {/if}
  <ul class="divide-y divide-base-300 border-y border-base-300">
    {#each groups as { key, newest, all, unread: fresh } (key)}
      <li class="border-l-4 bg-base-100 px-3 py-2 {fresh > 0 ? 'border-l-accent' : 'border-l-transparent'}">
        <a
          class="block py-0.5 hover:underline {fresh > 0 ? 'font-semibold' : ''}"
          href="/tidings/{newest.id}"
          data-sveltekit-preload-data="off"
          data-sveltekit-reload
          >{#if fresh > 0}<span class="sr-only">New: </span>{/if}{(all.length === 1
            ? null
            : groupWords(newest.kind, newest.title, all.length)) ?? tidingWords(newest, zone, now)}</a
        >
        <p class="text-sm opacity-85">
          {#if newest.course}{newest.course} ·{/if}
          <When moment={newest.at} />
        </p>
        {#if all.length > 1}
          <details class="text-sm">
            <summary class="cursor-pointer py-1">Each of them</summary>
            <ul class="grid gap-1 pb-1 pl-4">
              {#each all as one (one.id)}
                <li>
                  <a class="link" href="/tidings/{one.id}" data-sveltekit-preload-data="off" data-sveltekit-reload
                    >{tidingWords(one, zone, now)}</a
                  >, {absolute(one.at, zone, now)}
                </li>
              {/each}
            </ul>
          </details>
        {/if}
      </li>
    {/each}
  </ul>
  <p class="mt-4 flex gap-3">
    {#if later}<a class="btn" href="/tidings">Back to the newest</a>{/if}
    {#if next !== null}<a class="btn" href="/tidings?before={next}">What came before these</a>{/if}
  </p>
</div>

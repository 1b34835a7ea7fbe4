<script lang="ts">
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import type { DeskLine } from '$core/packets/desk';
  import { getNow, getZone } from '$ui/time/reader';
  import DeskRow from './DeskRow.svelte';

  interface Props {
    title: string;
    about?: string;
    /** Said where there is nothing. */
    empty: string;
    lines: DeskLine[];
    /** Where the list goes on, and what is there; null at its end. */
    next: { href: string; name: string } | null;
  }
  /** One page of a list that can go on for years. */
  const { title, about, empty, lines, next }: Props = $props();
  const zone = $derived.by(getZone());
  const now = $derived.by(getNow());
</script>

<svelte:head><title>{title} · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <p><a class="link" href="/desk">Desk</a></p>
  <h1 class="mb-1 page-title">{title}</h1>
  {#if about}<p>{about}</p>{/if}
  {#if lines.length === 0}
    <EmptyState><p>{empty}</p></EmptyState>
  {:else}
    <ul class="mt-4 divide-y divide-base-300 border-y border-base-300">
      {#each lines as line (line.assignmentId)}<DeskRow {line} {zone} {now} />{/each}
    </ul>
  {/if}
  {#if next}<p class="mt-4"><a class="btn" href={next.href}>{next.name}</a></p>{/if}
</div>

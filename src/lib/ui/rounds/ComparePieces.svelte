<script lang="ts">
  import { fileAddress } from '$core/materials/source';
  import type { Comparable, Differences } from '$core/rounds/comparable';
  import { pairWords, type Pair } from '$core/rounds/pairs';
  import { tableWords } from '$core/rounds/table-changes';
  import { changedWords } from '$core/rounds/word-changes';
  import { compare } from './compare';
  import TableDifference from './TableDifference.svelte';
  import TextDifference from '$ui/primitives/TextDifference.svelte';

  interface Props {
    pair: Pair;
    place: string;
    /** Reads what of a piece can be compared. */
    read: (pieceId: string) => Promise<Comparable>;
    /** The numbers of the two rounds. */
    rounds: readonly [earlier: number, later: number];
  }
  /** What became of one piece from one round to another; its differences are looked for when they are asked for. */
  const { pair, place, read, rounds }: Props = $props();
  const name = $derived((pair.after ?? pair.before)?.name ?? '');
  const comparable = $derived(pair.state === 'changed');
  let found = $state.raw<Differences | null>(null);
  let asking = $state<'asked' | 'failed' | null>(null);

  async function look() {
    const { before, after } = pair;
    if (!before || !after) return;
    asking = 'asked';
    try {
      const [old, now] = await Promise.all([read(before.id), read(after.id)]);
      found = await compare(old, now);
      asking = null;
    } catch {
      asking = 'failed';
    }
  }
</script>

<li class="py-3">
  <div class="flex flex-wrap items-baseline gap-x-4">
    <span class="font-medium wrap-anywhere">{name}</span>
    <span class="text-sm opacity-85">{place}</span>
    <span class="ml-auto {pair.state === 'same' ? 'text-sm opacity-85' : 'font-semibold'}">{pairWords(pair)}</span>
  </div>
  {#if comparable && found === null}
    <button class="btn mt-2 btn-sm" disabled={asking === 'asked'} onclick={() => void look()}
      >{asking === 'asked' ? 'Comparing…' : 'Show what changed'}<span class="sr-only"> in {name}</span></button
    >
    {#if asking === 'failed'}<p role="alert" class="mt-1 text-sm">It could not be read just now. Try again.</p>{/if}
  {/if}
  {#if found?.kind === 'text'}
    <p class="mt-2 text-sm font-semibold" role="status">{changedWords(found.changes)}</p>
    <TextDifference changes={found.changes} title={name} />
  {:else if found?.kind === 'table'}
    <p class="mt-2 text-sm font-semibold" role="status">{tableWords(found.rows)}</p>
    <TableDifference rows={found.rows} title={name} />
  {:else if found?.kind === 'pictures' && pair.before && pair.after}
    <div class="mt-2 grid gap-3 sm:grid-cols-2">
      {#each [{ no: rounds[0], piece: pair.before }, { no: rounds[1], piece: pair.after }] as { no, piece } (no)}
        <figure>
          <img
            src={fileAddress('submitted', piece.id)}
            alt="{piece.name}, round {no}"
            class="max-h-96 w-full bg-base-200 object-contain"
          />
          <figcaption class="text-sm">Round {no}</figcaption>
        </figure>
      {/each}
    </div>
  {:else if found?.kind === 'none'}
    <p class="mt-2 text-sm">
      What is inside these two cannot be compared here. Open both:
      <a class="link" href={fileAddress('submitted', pair.before?.id ?? '')} data-sveltekit-reload>round {rounds[0]}</a
      >,
      <a class="link" href={fileAddress('submitted', pair.after?.id ?? '')} data-sveltekit-reload>round {rounds[1]}</a>.
    </p>
  {/if}
</li>

<script lang="ts">
  import type { RoundView } from '$core/packets/views';
  import type { Comparable } from '$core/rounds/comparable';
  import type { Pair } from '$core/rounds/pairs';
  import Emblem from '$ui/courses/Emblem.svelte';
  import ComparePieces from './ComparePieces.svelte';
  import RoundSheet from './RoundSheet.svelte';

  interface Props {
    page: {
      packetId: string;
      student: string;
      facts: { assignmentId: string; title: string; courseTitle: string; emblem: string };
      reader: 'student' | 'teacher';
      round: RoundView;
      all: number[];
      beside: { round: RoundView; pairs: Pair[] } | null;
      places: Array<{ id: string; title: string }>;
      now: number;
    };
    read: (pieceId: string) => Promise<Comparable>;
  }
  /** One round, alone or held against another one. */
  const { page, read }: Props = $props();
  const { packetId, student, facts, reader, round, all, beside, places } = $derived(page);
  const two = $derived<[number, number]>(
    beside ? [Math.min(round.no, beside.round.no), Math.max(round.no, beside.round.no)] : [round.no, round.no]
  );
  const back = $derived(
    reader === 'student'
      ? { href: `/assignments/${facts.assignmentId}#rounds`, name: facts.title }
      : { href: `/marking/${packetId}`, name: `Mark ${student}` }
  );
  const placeOf = (id: string | null | undefined) => places.find((place) => place.id === id)?.title ?? 'Also';
</script>

<div class="mx-auto max-w-5xl px-4 pt-5 pb-16">
  <p class="mb-3 text-sm"><a class="link" href={back.href}>{back.name}</a></p>
  <div class="mb-4 flex items-start gap-4">
    <Emblem emblem={facts.emblem} large />
    <div>
      <h1 class="page-title">
        {beside ? `Round ${two[0]} and round ${two[1]}` : `Round ${round.no}`}
      </h1>
      <p>{facts.title}, {facts.courseTitle} · {student}</p>
    </div>
  </div>
  {#if all.length > 1}
    <form method="get" class="mb-4 flex flex-wrap items-center gap-2">
      <label
        >Hold it against
        <select class="select ml-1 w-auto select-sm" name="beside" value={beside?.round.no ?? ''}>
          <option value="">no other round</option>
          {#each all.filter((no) => no !== round.no) as no (no)}<option value={no}>round {no}</option>{/each}
        </select>
      </label>
      <button class="btn btn-sm">Show</button>
    </form>
  {/if}
  {#if beside}
    <ul class="mb-8 divide-y divide-base-300 rounded border border-base-300 bg-base-100 px-4">
      {#each beside.pairs as pair (`${pair.before?.id} ${pair.after?.id}`)}
        <ComparePieces {pair} {read} rounds={two} place={placeOf((pair.after ?? pair.before)?.deliverableId)} />
      {/each}
    </ul>
  {:else}
    {#if reader === 'student'}<p class="mb-2">This is exactly what your teacher sees of it.</p>{/if}
    <article class="rounded border border-base-300 bg-base-100 p-4">
      <RoundSheet {round} {places} reader="teacher" level={2} />
    </article>
  {/if}
</div>

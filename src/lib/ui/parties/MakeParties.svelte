<script lang="ts">
  import OnTheClocks from '$ui/time/OnTheClocks.svelte';
  import { absolute } from '$core/time/words';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import { getNow, getZone } from '$ui/time/reader';

  interface Props {
    /** Students who are in no party. */
    alone: ReadonlyArray<{ id: string; name: string }>;
    choosing: { size: number; until: number } | null;
    /** There is a party of everybody. */
    everybody: boolean;
  }
  /** Ways to make parties: by hand, drawn, by a list, or chosen by the students themselves. */
  const { alone, choosing, everybody }: Props = $props();
  const zone = getZone();
  const now = $derived.by(getNow());
  let apart = $state<Array<[string, string]>>([]);
</script>

<div class="grid content-start gap-4">
  <section class="rounded bg-base-100 p-4" aria-labelledby="by-hand">
    <h2 id="by-hand" class="mb-2 text-lg font-semibold">By hand</h2>
    <form method="post" action="?/make" use:act class="grid gap-2">
      <Field label="Its name" about="may stay empty"><input class="input w-full" name="name" maxlength="60" /></Field>
      <fieldset class="grid gap-1 sm:grid-cols-2">
        <legend class="mb-1 text-sm font-medium">Who is in it</legend>
        {#each alone as { id, name } (id)}
          <label class="flex items-center gap-2"
            ><input class="checkbox checkbox-sm" type="checkbox" name="members" value={id} /> {name}</label
          >
        {:else}<p class="text-sm">Everybody is in a party.</p>{/each}
      </fieldset>
      <button class="btn justify-self-start btn-primary btn-sm" disabled={alone.length === 0}>Make this party</button>
    </form>
  </section>
  <section class="rounded bg-base-100 p-4" aria-labelledby="everybody">
    <h2 id="everybody" class="mb-2 text-lg font-semibold">Everybody</h2>
    {#if everybody}<p class="text-sm">There is a party of everybody. Whoever comes into the course is in it too.</p>
    {:else}
      <p class="mb-2 text-sm">
        One packet of the whole course, in which each has a part. Whoever comes later is in it too.
      </p>
      <form method="post" action="?/everybody" use:act>
        <button class="btn btn-sm" disabled={alone.length === 0}>Make a party of everybody</button>
      </form>
    {/if}
  </section>
  <section class="rounded bg-base-100 p-4" aria-labelledby="drawn">
    <h2 id="drawn" class="mb-2 text-lg font-semibold">Drawn</h2>
    <form method="post" action="?/draw" use:act class="grid gap-2">
      <Field label="People in each, at most"
        ><input class="input w-24" type="number" name="size" min="1" max="30" value="3" required /></Field
      >
      {#each apart as pair, i (i)}
        <div class="flex flex-wrap items-end gap-2 text-sm">
          <label
            >Not together: <select class="select select-sm" bind:value={pair[0]} aria-label="One of pair {i + 1}">
              {#each alone as { id, name } (id)}<option value={id}>{name}</option>{/each}
            </select></label
          >
          <select class="select select-sm" bind:value={pair[1]} aria-label="The other of pair {i + 1}">
            {#each alone as { id, name } (id)}<option value={id}>{name}</option>{/each}
          </select>
          <input type="hidden" name="first" value={pair.join(' ')} />
          <button type="button" class="btn btn-sm" onclick={() => apart.splice(i, 1)}>May be</button>
        </div>
      {/each}
      <div class="flex flex-wrap gap-2">
        <button
          type="button"
          class="btn btn-sm"
          disabled={alone.length < 2}
          onclick={() => apart.push([alone[0]?.id ?? '', alone[1]?.id ?? ''])}>Two who must not be together</button
        >
        <button class="btn btn-primary btn-sm" disabled={alone.length === 0}
          >Draw {alone.length === 1 ? 'the one' : `the ${alone.length}`} who are in none</button
        >
      </div>
    </form>
  </section>
  <section class="rounded bg-base-100 p-4" aria-labelledby="list">
    <h2 id="list" class="mb-2 text-lg font-semibold">By a list</h2>
    <form method="post" action="?/list" use:act class="grid gap-2">
      <Field label="One party on a line" about="Names with commas between; a name before a colon is the party’s."
        ><textarea class="textarea h-24 w-full" name="text" maxlength="20000" required></textarea></Field
      >
      <button class="btn justify-self-start btn-sm">Make these</button>
    </form>
  </section>
  <section class="rounded bg-base-100 p-4" aria-labelledby="chosen">
    <h2 id="chosen" class="mb-2 text-lg font-semibold">Chosen by themselves</h2>
    <p class="text-sm">
      {choosing
        ? `They choose, up to ${choosing.size} each, until ${absolute(choosing.until, zone(), now)}.`
        : 'They do not choose now.'}
    </p>
    <form method="post" action="?/choosing" use:act class="mt-2 flex flex-wrap items-end gap-2">
      <Field label="People in each, at most"
        ><input class="input w-24" type="number" name="size" min="1" max="30" value={choosing?.size ?? 3} /></Field
      >
      <Field label="Until" about="empty to end it"
        ><input class="input" type="datetime-local" name="until" /> <OnTheClocks /></Field
      >
      <button class="btn btn-sm">Keep</button>
    </form>
  </section>
</div>

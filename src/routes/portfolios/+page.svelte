<script lang="ts">
  import { reachWords } from '$core/portfolio/visitors';
  import { absolute } from '$core/time/words';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import { getNow, getZone } from '$ui/time/reader';

  const { data, form } = $props();
  const zone = getZone();
  const now = $derived.by(getNow());
</script>

<svelte:head><title>Portfolios · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <h1 class="mb-1 page-title">Portfolios</h1>
  <p class="mb-4 max-w-prose">
    Work that grows over years, shown to whom you choose. What you change stays with you until you publish it.
  </p>
  <Answered {form} />
  {#if data.mine.length === 0}
    <EmptyState><p>You have no portfolio yet. Give the first one a title below.</p></EmptyState>
  {/if}
  <ul class="divide-y divide-base-300 border-y border-base-300 bg-base-100 empty:hidden">
    {#each data.mine as one (one.id)}
      <li class="flex flex-wrap items-baseline gap-x-4 gap-y-1 p-3">
        <a class="grow link text-lg font-semibold link-hover" href="/portfolios/{one.id}">{one.title}</a>
        {#if one.publishedAt === null}<span class="font-semibold">Not published yet</span>
        {:else if one.unpublished}<span class="font-semibold text-error">Has changes that nobody sees yet</span>
        {:else}<span>Published {absolute(one.publishedAt, zone(), now)}</span>{/if}
        <span class="basis-full text-sm opacity-85"
          >{one.pages === 1 ? 'One page' : `${one.pages} pages`}. {reachWords(one, new Map(), one.links)}</span
        >
      </li>
    {/each}
  </ul>
  <form method="post" action="?/make" use:act class="mt-6 flex flex-wrap items-end gap-3">
    <Field label="Title of a new portfolio"
      ><input class="input w-full max-w-80" name="title" required maxlength="120" /></Field
    >
    <button class="btn btn-primary">Begin it</button>
  </form>
  {#if data.open.length > 0}
    <section class="mt-10" aria-labelledby="open">
      <h2 id="open" class="mb-2 text-xl font-semibold">Shown to you</h2>
      <ul class="divide-y divide-base-300 border-y border-base-300 bg-base-100">
        {#each data.open as { id, title, owner, publishedAt } (id)}
          <li class="flex flex-wrap items-baseline gap-x-4 p-3">
            <a class="grow link font-semibold link-hover" href="/portfolios/{id}/shown">{title}</a>
            <span class="text-sm">{owner}, {absolute(publishedAt, zone(), now)}</span>
          </li>
        {/each}
      </ul>
    </section>
  {/if}
</div>

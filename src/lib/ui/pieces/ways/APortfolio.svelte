<script lang="ts">
  import { onMount } from 'svelte';
  import { enhance } from '$app/forms';
  import { reachJson } from '$ui/forms/reach-json';
  import { told } from '$ui/forms/told';
  import Field from '$ui/forms/Field.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import type { Filling } from '../ways';

  /** Takes a copy of a portfolio of one's own, or of one page of it, into a place. */
  const { at, close }: { at: Filling; close: () => void } = $props();
  type Mine = Array<{ id: string; title: string; pages: Array<{ id: string; title: string }> }>;
  let mine = $state.raw<Mine | null>(null);
  let failed = $state(false);
  let busy = $state(false);
  let problem = $state('');

  onMount(async () => {
    const { told: said } = await reachJson<Mine>('/portfolios/mine');
    mine = said;
    failed = said === null;
  });
</script>

{#if failed}<Message kind="problem">Your portfolios could not be read. Close this and try again.</Message>
{:else if mine === null}<p role="status" class="mt-3">Reading your portfolios …</p>
{:else if mine.length === 0}<p class="mt-3 border-l-2 border-accent pl-3">
    You have no portfolio yet. <a class="link" href="/portfolios">Begin one</a>, then take a copy of it here.
  </p>
{:else}
  <form
    method="post"
    action="?/takePortfolio"
    class="mt-3 flex flex-wrap items-end gap-3 border-l-2 border-accent pl-3"
    use:enhance={told({ busy: (on) => (busy = on), problem: (words) => (problem = words), done: close })}
  >
    <input type="hidden" name="deliverable" value={at.place.id ?? ''} />
    <input type="hidden" name="key" value={at.formKey} />
    <Field label="Which"
      ><select class="select" name="portfolio">
        {#each mine as { id, title, pages } (id)}
          <option value={id}>All of {title}</option>
          {#each pages as page (page.id)}<option value="{id} {page.id}">{title}: {page.title}</option>{/each}
        {/each}
      </select></Field
    >
    <button class="btn btn-primary btn-sm" disabled={busy}>Take a copy</button>
    <button type="button" class="btn btn-ghost btn-sm" onclick={close}>Leave it</button>
    <p class="basis-full text-sm">As it stands now, published or not. You can go on working on it.</p>
    {#if problem}<Message kind="problem">{problem}</Message>{/if}
  </form>
{/if}

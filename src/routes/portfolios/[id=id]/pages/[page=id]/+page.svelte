<script lang="ts">
  import { act } from '$ui/forms/act';
  import PartEditor from '$ui/portfolio/PartEditor.svelte';
  import AddPart from '$ui/portfolio/AddPart.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import OneButton from '$ui/primitives/OneButton.svelte';

  const { data, form } = $props();
  const { portfolio, page } = $derived(data);
</script>

<svelte:head><title>{page.title} · {portfolio.title} · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-24">
  <p class="text-sm"><a class="link" href="/portfolios/{portfolio.id}">{portfolio.title}</a></p>
  <h1 class="mb-3 page-title">{page.title}</h1>
  <Answered {form} />
  {#if form && 'takenOff' in form}
    <div role="status" class="mb-4 flex flex-wrap items-center gap-3 rounded bg-base-100 p-3">
      <span>Taken off this page.</span><OneButton action="?/putBack">Put it back</OneButton>
    </div>
  {/if}
  <PartEditor blocks={page.blocks} files={data.files} />
  <AddPart shelf={data.shelf} works={data.works} portfolioId={portfolio.id} />
  <details class="mt-8">
    <summary class="cursor-pointer text-sm underline">Rename this page</summary>
    <form method="post" action="?/rename" use:act class="mt-2 flex flex-wrap items-end gap-3">
      <label class="text-sm"
        >Title <input
          class="input mt-1 block w-80 max-w-full"
          name="title"
          value={page.title}
          required
          maxlength="120"
        /></label
      >
      <button class="btn btn-sm">Keep</button>
    </form>
  </details>
</div>

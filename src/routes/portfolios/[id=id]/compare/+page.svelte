<script lang="ts">
  import { fileAddress } from '$core/materials/source';
  import Shown from '$ui/portfolio/Shown.svelte';
  import OneButton from '$ui/primitives/OneButton.svelte';

  const { data } = $props();
  const gone = $derived(data.differences.filter(({ became }) => became === 'gone'));
  const here = $derived(data.differences.filter(({ became }) => became !== 'gone'));
  const fileOf = ({ id }: { id: string }) => fileAddress('portfolio', id);
  const hrefOf = (page: string) => `/portfolios/${data.id}/compare?page=${page}`;
</script>

<svelte:head><title>What would change · {data.now.title} · Vendro</title></svelte:head>
<div class="mx-auto max-w-7xl px-4 pt-6 pb-16">
  <p class="text-sm"><a class="link" href="/portfolios/{data.id}">{data.now.title}</a></p>
  <h1 class="mb-2 page-title">What publishing would change</h1>
  <ul class="mb-3 list-inside list-disc">
    {#each data.differences as { words }, i (i)}<li>{words}</li>{:else}<li>Nothing: all of it is published.</li>{/each}
  </ul>
  {#if data.differences.length > 0}
    <OneButton action="/portfolios/{data.id}?/publish" class="btn btn-primary">Publish it as it is now</OneButton>
  {/if}
  <div class="mt-6 grid gap-8 lg:grid-cols-2">
    <section aria-label="As it is published" class="rounded border border-base-300 p-4">
      <p class="mb-3 font-semibold">What others see</p>
      {#if data.published}
        <Shown
          called="as it is published"
          body={data.published}
          files={data.files}
          owner={data.owner}
          pageId={data.page}
          {hrefOf}
          {fileOf}
          marks={gone}
          level={2}
        />
      {:else}<p>Nothing yet.</p>{/if}
    </section>
    <section aria-label="As you have it now" class="rounded border border-base-300 bg-base-100 p-4">
      <p class="mb-3 font-semibold">What you have now</p>
      <Shown
        called="as it is now"
        body={data.now}
        files={data.files}
        owner={data.owner}
        pageId={data.page}
        {hrefOf}
        {fileOf}
        marks={here}
        level={2}
      />
    </section>
  </div>
</div>

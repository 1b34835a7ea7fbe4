<script lang="ts">
  import { fileAddress } from '$core/materials/source';
  import Shown from '$ui/portfolio/Shown.svelte';

  const { data } = $props();
  const WORDS = {
    open: '',
    locked: 'They say its password first, then they see this.',
    over: 'They read that this link is over.',
    revoked: 'They read that this link was taken back.'
  };
</script>

<svelte:head><title>As a visitor · {data.title} · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <p class="text-sm"><a class="link" href="/portfolios/{data.id}">{data.title}</a></p>
  <h1 class="mb-3 page-title">As a visitor sees it</h1>
  <form class="mb-5 flex flex-wrap items-end gap-3">
    <label class="text-sm"
      >Who comes by
      <select class="select mt-1 flex" name="who" value={data.who}>
        {#each data.visitors as { id, name } (id)}<option value={id}>{name}</option>{/each}
      </select></label
    >
    <button class="btn">Look</button>
  </form>
  {#if data.state !== null && WORDS[data.state]}<p class="mb-4">{WORDS[data.state]}</p>{/if}
  {#if data.body}
    <div class="rounded border border-base-300 bg-base-100 p-5">
      <Shown
        body={data.body}
        files={data.files}
        owner={data.owner}
        pageId={data.page}
        hrefOf={(page) => `/portfolios/${data.id}/as?who=${data.who}&page=${page}`}
        fileOf={({ id }) => fileAddress('portfolio', id)}
        level={2}
      />
    </div>
  {:else if data.unpublished}<p>Nothing is published: they meet a page that says that there is nothing here.</p>
  {:else if data.state === null}<p>
      It is not open to them: they meet a page that says that there is nothing here, or that it is not theirs to see.
    </p>{/if}
</div>

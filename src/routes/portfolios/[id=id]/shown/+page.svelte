<script lang="ts">
  import { fileAddress } from '$core/materials/source';
  import Shown from '$ui/portfolio/Shown.svelte';

  const { data } = $props();
</script>

<svelte:head><title>{data.shown.body.title} · {data.shown.owner} · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <Shown
    body={data.shown.body}
    files={data.shown.files}
    owner={data.shown.owner}
    pageId={data.page}
    hrefOf={(page) => `/portfolios/${data.shown.id}/shown?page=${page}`}
    fileOf={({ id }) => fileAddress('portfolio', id)}
  />
</div>

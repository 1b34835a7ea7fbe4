<script lang="ts">
  import { fileAddress } from '$core/materials/source';
  import Shown from '$ui/portfolio/Shown.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Publication {data.no} · {data.body.title} · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <p class="mb-4 text-sm">
    <a class="link" href="/portfolios/{data.id}#earlier">Back to the portfolio</a> · This is publication {data.no}, as
    it was.
  </p>
  <Shown
    body={data.body}
    files={data.files}
    owner={data.owner}
    pageId={data.page}
    hrefOf={(page) => `/portfolios/${data.id}/published/${data.no}?page=${page}`}
    fileOf={({ id }) => fileAddress('portfolio', id)}
  />
</div>

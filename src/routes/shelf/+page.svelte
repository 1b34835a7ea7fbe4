<script lang="ts">
  import ShelfPage from '$ui/shelf/ShelfPage.svelte';

  const { data, form } = $props();
</script>

<svelte:head><title>Shelf · Vendro</title></svelte:head>
<ShelfPage
  files={data.files}
  more={data.more}
  folders={data.folders}
  quota={data.quota}
  query={data.query}
  largest={data.largest}
  problem={form?.problem ?? null}
/>

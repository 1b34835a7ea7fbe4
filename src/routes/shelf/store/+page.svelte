<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import OutsideStore from '$ui/shelf/OutsideStore.svelte';

  const { data, form } = $props();
</script>

<svelte:head><title>A store elsewhere · Vendro</title></svelte:head>
<OutsideStore
  store={data.store}
  path={data.path}
  stretch={data}
  trouble={data.trouble}
  problem={form?.problem ?? null}
  readAgain={invalidateAll}
/>

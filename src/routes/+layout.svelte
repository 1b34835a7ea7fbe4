<script lang="ts">
  import '../app.css';
  import { page } from '$app/state';
  import Shell from '$ui/shell/Shell.svelte';

  const { data, children } = $props();
</script>

<svelte:head><title>Vendro</title></svelte:head>
<Shell person={data.person} theme={data.theme} path={page.url.pathname}>{@render children()}</Shell>

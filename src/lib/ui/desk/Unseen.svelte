<script lang="ts">
  /** Portfolios that others see in an older state than their owner believes. */
  const { unseen }: { unseen: ReadonlyArray<{ id: string; title: string }> } = $props();
</script>

{#each unseen as { id, title } (id)}
  <p class="mb-3 border-l-4 border-accent bg-base-100 p-3">
    <a class="link font-semibold" href="/portfolios/{id}">{title}</a> has changes that nobody sees yet: others read what you
    published before.
  </p>
{/each}

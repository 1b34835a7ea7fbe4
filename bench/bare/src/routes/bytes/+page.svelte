<script lang="ts">
  const { data }: { data: { rows: number; title: string; more: number } } = $props();
  const each = $derived(Math.floor(data.more / 60));
</script>

<h1>{data.title}, {data.rows}</h1>
{#each { length: 60 }, i (i)}{'x'.repeat(each)}{/each}

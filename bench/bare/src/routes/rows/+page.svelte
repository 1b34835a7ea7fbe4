<script lang="ts">
  const { data }: { data: { rows: Array<{ id: string; title: string; due: string }> } } = $props();
</script>

<ul>
  {#each data.rows as row (row.id)}
    <li><a href="/rows/{row.id}">{row.title}</a> {row.due}</li>
  {/each}
</ul>
